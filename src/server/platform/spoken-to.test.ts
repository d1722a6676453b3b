import { setTimeout as wait } from 'node:timers/promises';
import { expect, test } from 'vitest';
import { namesNow } from '@/core/kernel/locale';
import { isSpokenTo, speakTo } from './spoken-to';

const nobody = { locale: 'en-GB', zone: 'UTC' };
const now = () => ({ locale: namesNow().locale, zone: namesNow().zone });

test('of those who are answered at the same time each is spoken to their way, and nobody else', async () => {
  const people = ['en-US', 'en-IN', 'en-CH'].map((locale, i) => ({ locale, zone: `Etc/GMT+${i}` }));
  const heard = await Promise.all(
    people.map((one, i) =>
      // Who it is turns out on the way, below where it was begun.
      speakTo(nobody, async () => {
        await (async () => {
          await wait(3 - i);
          isSpokenTo(one);
        })();
        await wait(i);
        return now();
      }),
    ),
  );
  expect(heard).toEqual(people);
  isSpokenTo({ locale: 'en-US', zone: 'UTC' });
  expect(now()).toEqual(nobody);
});
