import { bigint, boolean, check, index, jsonb, pgTable, text, timestamp, uniqueIndex } from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import type { Figures } from '../../core/units/figures.ts';
import type { PersonRole } from '../db/context.ts';

const at = (name: string) => timestamp(name, { withTimezone: true });

export const user = pgTable(
  'user',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    email: text('email').notNull().unique(),
    emailVerified: boolean('email_verified').notNull().default(false),
    image: text('image'),
    role: text('role').$type<PersonRole>().notNull().default('viewer'),
    /** Deactivated: signs in no more, and what they did stays theirs. */
    banned: boolean('banned').notNull().default(false),
    banReason: text('ban_reason'),
    banExpires: at('ban_expires'),
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
  impersonatedBy: text('impersonated_by'),
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
    role: text('role').$type<PersonRole>().notNull(),
    expiresAt: at('expires_at').notNull(),
    revokedAt: at('revoked_at'),
    lastUsedAt: at('last_used_at'),
    /** Whoever made it: it may no more than they may, and dies with them. */
    personId: text('person_id').references(() => user.id),
    byName: text('by_name').notNull(),
    createdAt: at('created_at').notNull(),
  },
  (t) => [check('api_token_role', sql`${t.role} in ('viewer', 'technician', 'lead')`)],
);
/** A way in that works once, for somebody who chooses a password by it: only its hash is kept. */
export const signInLink = pgTable(
  'sign_in_link',
  {
    id: text('id').primaryKey(),
    personId: text('person_id')
      .notNull()
      .references(() => user.id),
    purpose: text('purpose').$type<'invitation' | 'reset'>().notNull(),
    hash: text('hash').notNull().unique(),
    byName: text('by_name').notNull(),
    createdAt: at('created_at').notNull(),
    expiresAt: at('expires_at').notNull(),
    usedAt: at('used_at'),
    /** A newer one has taken its place, or the person is deactivated. */
    revokedAt: at('revoked_at'),
  },
  (t) => [
    check('sign_in_link_purpose', sql`${t.purpose} in ('invitation', 'reset')`),
    uniqueIndex('sign_in_link_open')
      .on(t.personId)
      .where(sql`${t.usedAt} is null and ${t.revokedAt} is null`),
  ],
);

/** Tries to sign in that failed, until they count no longer. */
export const signInRefused = pgTable(
  'sign_in_refused',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    account: text('account').notNull(),
    address: text('address').notNull(),
    at: at('at').notNull(),
  },
  (t) => [index('sign_in_refused_account').on(t.account, t.at), index('sign_in_refused_address').on(t.address, t.at)],
);
