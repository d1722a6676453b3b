import { type Letter, letterOf, type Part, type Surroundings } from '@/core/message';
import { config } from '../platform/config';
import { speakTo } from '../platform/spoken-to';

type Reader = { readonly name: string; readonly locale: string; readonly zone: string };

/** What messages to somebody are filled with, beside what they tell of. */
export const aroundOf = (
  { name, locale, zone }: Reader,
  course: Surroundings['course'],
  school: string,
): Surroundings => ({ learner: name, course, school, address: config.address, names: { locale, zone } });

/** A mail to somebody: numbers and dates in it are written their way. */
export const letterTo = (reader: Reader, parts: readonly Part[]): Letter => speakTo(reader, () => letterOf(parts));
