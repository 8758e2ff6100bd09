import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: ['./src/platform/*/tables.ts', './src/areas/*/server/tables.ts'],
  out: './drizzle',
});
