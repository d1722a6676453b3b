import { Temporal } from '@/core/kernel/time';

/** An instant as the database writes it, with a blank where ISO 8601 has a T. */
export const instantFrom = (text: string): Temporal.Instant => Temporal.Instant.from(text.replace(' ', 'T'));
