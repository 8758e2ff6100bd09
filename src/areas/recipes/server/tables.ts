import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { Values } from '../../library/settings/define.ts';
import { profile } from '../../library/server/tables.ts';
import { machine } from '../../machines/server/tables.ts';
import type { RoleName } from '../model/recipe.ts';

const at = (name: string) => timestamp(name, { withTimezone: true });

/** A choice of machine or printer profile and process. Kept ones have a name of their own and stand in the list; a job's stands
 *  behind its job. */
export const recipe = pgTable(
  'recipe',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    machineId: text('machine_id').references(() => machine.id),
    printerId: text('printer_id').references(() => profile.id),
    processId: text('process_id')
      .notNull()
      .references(() => profile.id),
    /** Values that hold for this recipe only. */
    overrides: jsonb('overrides').$type<Values>().notNull().default({}),
    kept: boolean('kept').notNull().default(false),
    version: integer('version').notNull().default(1),
    byName: text('by_name').notNull().default(''),
    createdAt: at('created_at').notNull(),
  },
  (t) => [
    check('recipe_place', sql`${t.machineId} is not null or ${t.printerId} is not null`),
    index('recipe_process').on(t.processId),
    uniqueIndex('recipe_kept_name')
      .on(t.name)
      .where(sql`kept`),
  ],
);

/** One row per recipe role; one tool and one material is the common case. */
export const recipeAssignment = pgTable(
  'recipe_assignment',
  {
    recipeId: text('recipe_id')
      .notNull()
      .references(() => recipe.id),
    role: text('role').$type<RoleName>().notNull(),
    mount: integer('mount').notNull(),
    slot: integer('slot').notNull(),
    toolId: text('tool_id').references(() => profile.id),
    materialId: text('material_id')
      .notNull()
      .references(() => profile.id),
  },
  (t) => [
    primaryKey({ columns: [t.recipeId, t.role] }),
    check(
      'assignment_role',
      sql`${t.role} in ('part body', 'part body 2', 'part body 3', 'part body 4', 'support', 'support contact', 'raft/brim', 'purge')`,
    ),
  ],
);

/** What a recipe came to when somebody pinned it. Append-only by grant. */
export const recipePin = pgTable('recipe_pin', {
  id: text('id').primaryKey(),
  recipeId: text('recipe_id')
    .notNull()
    .references(() => recipe.id),
  sha256: text('sha256').notNull(),
  /** Every revision in every chain, pairing revisions, catalogue version, mounts and lots, and the resolved map. */
  pinned: jsonb('pinned').$type<object>().notNull(),
  byName: text('by_name').notNull(),
  at: at('at').notNull(),
});
