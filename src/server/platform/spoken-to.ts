import { AsyncLocalStorage } from 'node:async_hooks';
import { type SpokenTo, usualNames } from '@/core/kernel/locale';

/**
 * Who is spoken to in a piece of work, so that numbers and dates are written their way. One for the whole process,
 * whichever of its programs asks: the framework keeps pages, routes and parts in bundles of their own. The web server
 * opens it with every request (cli/web.mjs), before it is known who that is.
 */
const kept = globalThis as typeof globalThis & {
  mosaikHearers?: AsyncLocalStorage<{ names: SpokenTo | null }>;
  mosaikSpokenTo?: SpokenTo;
};
kept.mosaikHearers ??= new AsyncLocalStorage();
const hearers = kept.mosaikHearers;
kept.mosaikSpokenTo ??= {
  get locale() {
    return hearers.getStore()?.names?.locale ?? usualNames.locale;
  },
  get zone() {
    return hearers.getStore()?.names?.zone ?? usualNames.zone;
  },
};

/** Does what is for one person alone. */
export const speakTo = <T>({ locale, zone }: SpokenTo, work: () => T): T =>
  hearers.run({ names: { locale, zone } }, work);

/** It has turned out who is spoken to in the work that is under way. */
export function isSpokenTo({ locale, zone }: SpokenTo): void {
  const hearer = hearers.getStore();
  if (hearer) hearer.names = { locale, zone };
}
