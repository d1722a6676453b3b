import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: './src/server/platform/schema.ts',
  out: './src/server/platform/migrations',
});
