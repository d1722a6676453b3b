import { randomBytes } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { boolean, object } from 'yup';
import { ok } from '@/core/kernel/problem';
import { can } from '@/core/people';
import { command } from '../platform/command';
import { config } from '../platform/config';
import { calendarFeed } from './schema';

/** Gives somebody a private address for their calendar, another one in place of it, or none. */
const setFeed = command({
  name: 'calendar.set-feed',
  input: object({ on: boolean().required() }).noUnknown(),
  permission: ({ actor }) => can(actor, 'account.change', { own: true }),
  async handle({ tx, now, actor }, { on }) {
    if (!on) {
      await tx.db.delete(calendarFeed).where(eq(calendarFeed.personId, actor.id));
      return ok<{ address: string | null }>({ address: null });
    }
    const token = randomBytes(24).toString('base64url');
    const row = { token, madeAt: now.toString() };
    await tx.db
      .insert(calendarFeed)
      .values({ personId: actor.id, ...row })
      .onConflictDoUpdate({ target: calendarFeed.personId, set: row });
    return ok<{ address: string | null }>({ address: `${config.address}/feed/${token}` });
  },
});

export const calendarCommands = { [setFeed.name]: setFeed };
