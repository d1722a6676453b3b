import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { config } from '../platform/config';
import { database } from '../platform/database';
import { newId } from '../platform/ids';
import { account, session, user, verification } from './schema';

/** argon2id with the parameters OWASP's password storage guidance gives for it. */
export const hashPassword = (password: string) => hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });

function openSessions() {
  return betterAuth({
    appName: 'Mosaik',
    baseURL: config.address,
    secret: config.secret,
    trustedOrigins: [config.address],
    telemetry: { enabled: false },
    database: drizzleAdapter(database(), { provider: 'pg', schema: { user, session, account, verification } }),
    emailAndPassword: {
      enabled: true,
      // People are added by the school; nobody signs themselves up.
      disableSignUp: true,
      minPasswordLength: 10,
      maxPasswordLength: 128,
      password: { hash: hashPassword, verify: ({ hash: kept, password }) => verify(kept, password) },
    },
    user: {
      additionalFields: {
        role: { type: 'string', input: false },
        zone: { type: 'string', input: false },
        locale: { type: 'string', input: false },
      },
    },
    session: { expiresIn: 60 * 60 * 24 * 30, updateAge: 60 * 60 * 24 },
    // The library counts requests by an address that the sender can make up; see sign-in.ts for what is done instead.
    rateLimit: { enabled: false },
    advanced: { useSecureCookies: config.address.startsWith('https:'), database: { generateId: () => newId() } },
  });
}

const kept = globalThis as typeof globalThis & { mosaikSessions?: ReturnType<typeof openSessions> };
export const sessions = () => {
  kept.mosaikSessions ??= openSessions();
  return kept.mosaikSessions;
};
