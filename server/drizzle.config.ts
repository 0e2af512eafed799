import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'mysql',
  schema: './server/src/database/schema.ts',
  out: './server/migrations',
});
