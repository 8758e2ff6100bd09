import { migrateAll } from '../platform/db/migrate.ts';

await migrateAll(process.env['DATABASE_OWNER_URL']!, 'drizzle');
