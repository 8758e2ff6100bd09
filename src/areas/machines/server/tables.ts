import { sql } from 'drizzle-orm';
import {
  bigint,
  check,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgSequence,
  pgTable,
  primaryKey,
  real,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import { profile } from '../../library/server/tables.ts';
import { careStates, type CareState, type CareTask } from '../model/care.ts';
import type { Connection } from '../model/connection.ts';
import { containerStates, entryKinds, type ContainerState, type EntryKind } from '../model/containers.ts';
import type { MaintenanceKind } from '../model/maintenance.ts';
import type { ReportedState } from '../model/pages.ts';
import type { Claim, MachineStop } from '../model/occupancy.ts';
import type { PrintProgress } from '../model/print.ts';
import { machineStates, platesTaken, printStates, type MachineState, type PrintState } from '../model/states.ts';
import { isOneOf } from '../../../platform/db/states.ts';
import type { Policy } from '../model/policy.ts';

const at = (name: string) => timestamp(name, { withTimezone: true }).notNull();

export const machine = pgTable(
  'machine',
  {
    id: text('id').primaryKey(),
    key: text('key').notNull().unique(),
    name: text('name').notNull().unique(),
    printerId: text('printer_id')
      .notNull()
      .references(() => profile.id),
    place: text('place').notNull(),
    /** What people should know who work at it. */
    notes: text('notes').notNull().default(''),
    state: text('state').$type<MachineState>().notNull().default('ready'),
    /** What stands on the plate of a machine that stopped or has finished; null in every other state. */
    stop: jsonb('stop').$type<MachineStop | null>(),
    device: jsonb('device').$type<Connection | null>(),
    /** What somebody read off the machine last; null until then. */
    said: jsonb('said').$type<ReportedState | null>(),
    /** Which worker process holds the device, and until when. */
    leaseBy: text('lease_by'),
    leaseUntil: timestamp('lease_until', { withTimezone: true }),
    /** Counts its holders: what one writes or sends is good while no other has come after it. */
    leaseEpoch: integer('lease_epoch').notNull().default(0),
    version: integer('version').notNull().default(1),
    /** Since when it stands here: from then on it is counted what it has done. */
    addedAt: timestamp('added_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    check('machine_state', isOneOf(t.state, machineStates)),
    check('machine_stop', sql`(${isOneOf(t.state, platesTaken)}) = (${t.stop} is not null)`),
  ],
);

export const mount = pgTable(
  'mount',
  {
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    index: integer('index').notNull(),
    toolId: text('tool_id')
      .notNull()
      .references(() => profile.id),
    at: at('at'),
    by: text('by').notNull(),
  },
  (t) => [primaryKey({ columns: [t.machineId, t.index] })],
);

/** What containers are called by where somebody gives no code of their own. */
export const containerNumber = pgSequence('container_number');

/** A spool or a bottle: what is left of it, where it stands, when it was opened and dried. */
export const container = pgTable(
  'container',
  {
    id: text('id').primaryKey(),
    code: text('code').notNull(),
    materialId: text('material_id')
      .notNull()
      .references(() => profile.id),
    lot: text('lot').notNull(),
    state: text('state').$type<ContainerState>().notNull().default('in stock'),
    place: text('place').notNull(),
    /** What was in it when it came, and what is left: the sum of its entries. */
    netG: doublePrecision('net_g').notNull(),
    remainingG: doublePrecision('remaining_g').notNull(),
    /** Of the empty spool or bottle; null where nobody has weighed it. */
    tareG: doublePrecision('tare_g'),
    openedAt: timestamp('opened_at', { withTimezone: true }),
    driedAt: timestamp('dried_at', { withTimezone: true }),
    driedC: real('dried_c'),
    driedH: real('dried_h'),
    at: at('at'),
  },
  (t) => [
    uniqueIndex('container_code').on(sql`upper(${t.code})`),
    index('container_by_material').on(t.materialId, t.state),
    check('container_state', isOneOf(t.state, containerStates)),
    check('container_remaining', sql`${t.remainingG} >= 0`),
  ],
);

/** What became of a container, each with what it took or gave. Append-only by grant. */
export const containerEntry = pgTable(
  'container_entry',
  {
    id: text('id').primaryKey(),
    seq: bigint('seq', { mode: 'number' }).notNull().generatedAlwaysAsIdentity(),
    containerId: text('container_id')
      .notNull()
      .references(() => container.id),
    what: text('what').$type<EntryKind>().notNull(),
    deltaG: doublePrecision('delta_g').notNull(),
    leftG: doublePrecision('left_g').notNull(),
    /** The machine, the print, the place. */
    where: text('where'),
    why: text('why'),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at'),
  },
  (t) => [
    index('container_entry_of').on(t.containerId, t.seq),
    check('container_entry_what', isOneOf(t.what, entryKinds)),
  ],
);

/** What is loaded where: a container is in one slot at most. */
export const slot = pgTable(
  'slot',
  {
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    index: integer('index').notNull(),
    containerId: text('container_id')
      .notNull()
      .unique()
      .references(() => container.id),
    at: at('at'),
    by: text('by').notNull(),
  },
  (t) => [primaryKey({ columns: [t.machineId, t.index] })],
);

/** One execution of a job or a trial, which takes its machine's plate: from the wish to print, written before the device is touched, until
 *  somebody has cleared it. No machine has two at once. */
export const print = pgTable(
  'print',
  {
    id: text('id').primaryKey(),
    number: integer('number').generatedAlwaysAsIdentity().unique(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    of: text('of').$type<Claim['of']>().notNull(),
    ofId: text('of_id').notNull(),
    name: text('name').notNull(),
    state: text('state').$type<PrintState>().notNull().default('under way'),
    byName: text('by_name').notNull(),
    since: at('since'),
    /** When it is expected to come to its end. */
    expected: at('expected'),
    /** How far it has come, as it was last heard of. */
    progress: jsonb('progress').$type<PrintProgress | null>(),
    endedAt: timestamp('ended_at', { withTimezone: true }),
    /** Why it stopped, or what is wrong with the part. */
    why: text('why'),
    judgedByName: text('judged_by_name'),
    judgedAt: timestamp('judged_at', { withTimezone: true }),
    clearedAt: timestamp('cleared_at', { withTimezone: true }),
    /** How long was worked out for one that ran through, uncorrected, and how long it took by the machine's own clock. */
    workedOutS: real('worked_out_s'),
    tookS: real('took_s'),
  },
  (t) => [
    uniqueIndex('print_one_per_machine')
      .on(t.machineId)
      .where(sql`${t.clearedAt} is null`),
    index('print_of').on(t.ofId, t.state),
    index('print_by_machine').on(t.machineId, t.endedAt),
    check('print_state', isOneOf(t.state, printStates)),
    check('print_ended', sql`(${t.state} = 'under way') = (${t.endedAt} is null)`),
    check('print_cleared', sql`${t.clearedAt} is null or ${t.endedAt} is not null`),
    check('print_judged', sql`(${t.state} in ('good', 'scrap')) = (${t.judgedAt} is not null)`),
  ],
);

/** Append-only by grant. */
export const maintenance = pgTable(
  'maintenance',
  {
    id: text('id').primaryKey(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    kind: text('kind').$type<MaintenanceKind>().notNull(),
    /** The head it was done to, as programs call it; null where it concerns the whole machine. */
    head: integer('head'),
    note: text('note').notNull(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at'),
  },
  (t) => [
    index('maintenance_by_machine').on(t.machineId, t.at),
    index('maintenance_last').on(t.machineId, t.kind, sql`coalesce(${t.head}, -1)`, t.at),
  ],
);

/** A care task of a printer profile as somebody wrote it; the last one of a key is in force, none of it where it is null. What was written
 *  for none is as the templates have it. Append-only by grant. */
export const careTask = pgTable(
  'care_task',
  {
    id: text('id').primaryKey(),
    seq: bigint('seq', { mode: 'number' }).notNull().generatedAlwaysAsIdentity(),
    printerId: text('printer_id')
      .notNull()
      .references(() => profile.id),
    key: text('key').notNull(),
    task: jsonb('task').$type<CareTask | null>(),
    why: text('why').notNull(),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at'),
  },
  (t) => [index('care_task_of').on(t.printerId, t.key, t.seq)],
);

/** One time that a task is done to a machine, with the task as it was then. */
export const careRound = pgTable(
  'care_round',
  {
    id: text('id').primaryKey(),
    machineId: text('machine_id')
      .notNull()
      .references(() => machine.id),
    taskKey: text('task_key').notNull(),
    task: jsonb('task').$type<CareTask>().notNull(),
    state: text('state').$type<CareState>().notNull().default('under way'),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at'),
    endedAt: timestamp('ended_at', { withTimezone: true }),
    why: text('why'),
  },
  (t) => [
    uniqueIndex('care_round_one_per_machine')
      .on(t.machineId)
      .where(sql`${t.state} = 'under way'`),
    index('care_round_of').on(t.machineId, t.taskKey, t.endedAt),
    index('care_round_by_machine').on(t.machineId, t.at),
    check('care_round_state', isOneOf(t.state, careStates)),
    check('care_round_ended', sql`(${t.state} = 'under way') = (${t.endedAt} is null)`),
  ],
);

/** A step that was done, with what was read. Append-only by grant. */
export const careStep = pgTable(
  'care_step',
  {
    roundId: text('round_id')
      .notNull()
      .references(() => careRound.id),
    /** From 0. */
    index: integer('index').notNull(),
    reading: doublePrecision('reading'),
    by: text('by').notNull(),
    byName: text('by_name').notNull(),
    at: at('at'),
  },
  (t) => [primaryKey({ columns: [t.roundId, t.index] })],
);

/** Append-only by grant; the last one is in force. */
export const policyRevision = pgTable('policy_revision', {
  id: text('id').primaryKey(),
  seq: bigint('seq', { mode: 'number' }).notNull().generatedAlwaysAsIdentity(),
  policy: jsonb('policy').$type<Policy>().notNull(),
  why: text('why').notNull(),
  by: text('by').notNull(),
  byName: text('by_name').notNull(),
  at: at('at'),
});
