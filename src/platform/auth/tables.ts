import { boolean, check, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import type { Figures } from '../../core/units/figures.ts';

const at = (name: string) => timestamp(name, { withTimezone: true });

export const user = pgTable(
  'user',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    email: text('email').notNull().unique(),
    emailVerified: boolean('email_verified').notNull().default(false),
    image: text('image'),
    role: text('role').notNull().default('viewer'),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
  },
  (t) => [check('user_role', sql`${t.role} in ('viewer', 'technician', 'lead')`)],
);
export const session = pgTable('session', {
  id: text('id').primaryKey(),
  token: text('token').notNull().unique(),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
  expiresAt: at('expires_at').notNull(),
  ipAddress: text('ip_address'),
  userAgent: text('user_agent'),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});
export const account = pgTable('account', {
  id: text('id').primaryKey(),
  accountId: text('account_id').notNull(),
  providerId: text('provider_id').notNull(),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
  accessToken: text('access_token'),
  refreshToken: text('refresh_token'),
  idToken: text('id_token'),
  accessTokenExpiresAt: at('access_token_expires_at'),
  refreshTokenExpiresAt: at('refresh_token_expires_at'),
  scope: text('scope'),
  password: text('password'),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});
export const verification = pgTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: at('expires_at').notNull(),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});
/** How a person reads and types figures. */
export const personFigures = pgTable('person_figures', {
  personId: text('person_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  figures: jsonb('figures').$type<Figures>().notNull(),
});
/** A key for automation: only its hash is kept. */
export const apiToken = pgTable(
  'api_token',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    hash: text('hash').notNull().unique(),
    role: text('role').$type<'viewer' | 'technician' | 'lead'>().notNull(),
    expiresAt: at('expires_at').notNull(),
    revokedAt: at('revoked_at'),
    lastUsedAt: at('last_used_at'),
    byName: text('by_name').notNull(),
    createdAt: at('created_at').notNull(),
  },
  (t) => [check('api_token_role', sql`${t.role} in ('viewer', 'technician', 'lead')`)],
);
