import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  casing: 'snake_case',
  schema: './apps/server/src/platform/database/schema/index.ts',
  out: './apps/server/migrations',
});
