import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uniqueIndex,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import type { Entries, Reasons, RevisionState } from '../model/records.ts';
import type { Values } from '../settings/define.ts';

const at = (name: string) => timestamp(name, { withTimezone: true }).notNull();

export const profile = pgTable(
  'profile',
  {
    id: text('id').primaryKey(),
    kind: text('kind').$type<'printer' | 'tool' | 'material' | 'process'>().notNull(),
    key: text('key').notNull(),
    name: text('name').notNull(),
    technology: text('technology').$type<'filament' | 'resin'>().notNull().default('filament'),
    notes: text('notes').notNull().default(''),
    parentId: text('parent_id').references((): AnyPgColumn => profile.id),
    stock: boolean('stock').notNull().default(false),
    tags: jsonb('tags').$type<string[]>().notNull().default([]),
    ownerId: text('owner_id').notNull(),
    createdAt: at('created_at'),
    /** Since when it is out of use; history and proofs stay. */
    retiredAt: timestamp('retired_at', { withTimezone: true }),
    /** What the search reads, without case and accents: comparing those is several times faster than ILIKE. */
    search: text('search')
      .notNull()
      .generatedAlwaysAs(sql`folded(name || ' ' || key || ' ' || tags::text)`),
  },
  (t) => [
    check('profile_technology', sql`${t.technology} in ('filament', 'resin')`),
    index('profile_parent').on(t.parentId),
    unique('profile_key').on(t.kind, t.key),
    check('profile_kind', sql`${t.kind} in ('printer', 'tool', 'material', 'process')`),
    check('profile_not_own_parent', sql`${t.parentId} is distinct from ${t.id}`),
  ],
);

/** Immutable numbered snapshot. Append-only by grant. */
export const revision = pgTable(
  'revision',
  {
    id: text('id').primaryKey(),
    profileId: text('profile_id')
      .notNull()
      .references(() => profile.id),
    number: integer('number').notNull(),
    own: jsonb('own').$type<Values>().notNull(),
    reasons: jsonb('reasons').$type<Reasons>().notNull(),
    /** What the values resolved to when it was saved: history, never an input. */
    resolved: jsonb('resolved').$type<Values>().notNull(),
    catalogueVersion: integer('catalogue_version').notNull(),
    parentRevisionId: text('parent_revision_id'),
    message: text('message').notNull(),
    authorId: text('author_id').notNull(),
    authorName: text('author_name').notNull(),
    at: at('at'),
  },
  (t) => [
    uniqueIndex('revision_number').on(t.profileId, t.number),
    check('revision_positive', sql`${t.number} > 0`),
    foreignKey({ columns: [t.parentRevisionId], foreignColumns: [t.id], name: 'revision_parent' }),
  ],
);

/** The state of a revision is its last event. Append-only by grant. */
export const revisionEvent = pgTable(
  'revision_event',
  {
    id: text('id').primaryKey(),
    revisionId: text('revision_id')
      .notNull()
      .references(() => revision.id),
    /** Order of events: two may share a time. */
    seq: bigint('seq', { mode: 'number' }).notNull().generatedAlwaysAsIdentity(),
    state: text('state').$type<RevisionState>().notNull(),
    by: text('by').notNull(),
    at: at('at'),
    comment: text('comment'),
  },
  (t) => [
    check('revision_event_state', sql`${t.state} in ('in review', 'released', 'returned', 'retired')`),
    index('revision_event_revision').on(t.revisionId, t.seq),
  ],
);

export const draft = pgTable(
  'draft',
  {
    profileId: text('profile_id')
      .notNull()
      .references(() => profile.id),
    authorId: text('author_id').notNull(),
    baseRevisionId: text('base_revision_id')
      .notNull()
      .references(() => revision.id),
    /** Texts exactly as typed, by setting; null stands for "no own value". */
    typed: jsonb('typed').$type<Record<string, string | null>>().notNull(),
    updatedAt: at('updated_at'),
  },
  (t) => [primaryKey({ columns: [t.profileId, t.authorId] })],
);

/** The fifth revisioned kind: values that hold for one material with one tool on one machine or printer profile. */
export const pairing = pgTable(
  'pairing',
  {
    id: text('id').primaryKey(),
    scope: text('scope').$type<'machine' | 'printer'>().notNull(),
    scopeId: text('scope_id').notNull(),
    mount: integer('mount').notNull().default(0),
    toolId: text('tool_id')
      .notNull()
      .references(() => profile.id),
    materialId: text('material_id')
      .notNull()
      .references(() => profile.id),
    createdAt: at('created_at'),
  },
  (t) => [
    unique('pairing_once').on(t.scope, t.scopeId, t.mount, t.toolId, t.materialId),
    check('pairing_scope', sql`${t.scope} in ('machine', 'printer')`),
  ],
);

/** Append-only by grant. */
export const pairingRevision = pgTable(
  'pairing_revision',
  {
    id: text('id').primaryKey(),
    pairingId: text('pairing_id')
      .notNull()
      .references(() => pairing.id),
    number: integer('number').notNull(),
    entries: jsonb('entries').$type<Entries>().notNull(),
    message: text('message').notNull(),
    authorId: text('author_id').notNull(),
    authorName: text('author_name').notNull(),
    at: at('at'),
  },
  (t) => [uniqueIndex('pairing_revision_number').on(t.pairingId, t.number)],
);
