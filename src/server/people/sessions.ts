import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError, createAuthMiddleware } from 'better-auth/api';
import { eq, sql } from 'drizzle-orm';
import { Temporal } from '@/core/kernel/time';
import { config } from '../platform/config';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { account, rateLimit, session, signInFailure, user, verification } from './schema';

const freeFailures = 5;
const longestWaitSeconds = 15 * 60;

/** argon2id with the parameters OWASP's password storage guidance gives for it. */
export const hashPassword = (password: string) => hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });

/** Seconds an account has to wait after failed sign-ins: none for the first five, then doubling. */
export async function waitSeconds(email: string): Promise<number> {
  const [row] = await database().select().from(signInFailure).where(eq(signInFailure.email, email));
  if (!row || row.count < freeFailures) return 0;
  const wait = Math.min(longestWaitSeconds, 15 * 2 ** (row.count - freeFailures));
  const since = Temporal.Now.instant().epochMilliseconds - Date.parse(row.lastAt);
  return Math.max(0, Math.ceil(wait - since / 1000));
}

async function countFailure(email: string): Promise<void> {
  await database()
    .insert(signInFailure)
    .values({ email, count: 1, lastAt: Temporal.Now.instant().toString() })
    .onConflictDoUpdate({ target: signInFailure.email, set: { count: sql`${signInFailure.count} + 1`, lastAt: sql`excluded.last_at` } });
}

const emailOf = (body: unknown): string | null => {
  const email = (body as { email?: unknown } | undefined)?.email;
  return typeof email === 'string' && email.length <= 254 ? email.trim().toLowerCase() : null;
};

function openSessions() {
  return betterAuth({
    appName: 'Mosaik',
    baseURL: config.address,
    secret: config.secret,
    trustedOrigins: [config.address],
    telemetry: { enabled: false },
    database: drizzleAdapter(database(), { provider: 'pg', schema: { user, session, account, verification, rateLimit } }),
    emailAndPassword: {
      enabled: true,
      // People are added by the school; nobody signs themselves up.
      disableSignUp: true,
      minPasswordLength: 10,
      maxPasswordLength: 128,
      password: { hash: hashPassword, verify: ({ hash: kept, password }) => verify(kept, password) },
    },
    user: { additionalFields: { role: { type: 'string', input: false }, zone: { type: 'string', input: false }, locale: { type: 'string', input: false } } },
    session: { expiresIn: 60 * 60 * 24 * 30, updateAge: 60 * 60 * 24 },
    rateLimit: {
      enabled: true,
      storage: 'database',
      window: 60,
      max: 300,
      customRules: { '/sign-in/email': { window: 60, max: config.signInsPerMinute } },
    },
    advanced: { useSecureCookies: config.address.startsWith('https:'), database: { generateId: () => newId() } },
    hooks: {
      before: createAuthMiddleware(async (context) => {
        if (context.path !== '/sign-in/email') return;
        const email = emailOf(context.body);
        const wait = email ? await waitSeconds(email) : 0;
        if (wait > 0) throw new APIError('TOO_MANY_REQUESTS', { message: `Too many attempts with this address. Wait ${wait} seconds, then try again.` });
      }),
      after: createAuthMiddleware(async (context) => {
        if (context.path !== '/sign-in/email') return;
        const email = emailOf(context.body);
        if (!email) return;
        if (context.context.newSession) await database().delete(signInFailure).where(eq(signInFailure.email, email));
        else await countFailure(email);
      }),
    },
  });
}

const kept = globalThis as typeof globalThis & { mosaikSessions?: ReturnType<typeof openSessions> };
export const sessions = () => {
  kept.mosaikSessions ??= openSessions();
  return kept.mosaikSessions;
};
