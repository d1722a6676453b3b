import { timestamp } from 'drizzle-orm/pg-core';

/** An instant, read and written as ISO text. */
export const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });
