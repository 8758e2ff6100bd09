import { startsConfigured } from '../platform/configuration.ts';
import { migrateAll } from '../platform/db/migrate.ts';

startsConfigured('migrate');
await migrateAll(process.env['DATABASE_OWNER_URL']!, 'drizzle');
