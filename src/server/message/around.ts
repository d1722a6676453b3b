import type { Surroundings } from '@/core/message';
import { config } from '../platform/config';

type Reader = { readonly name: string; readonly locale: string; readonly zone: string };

/** What messages to somebody are filled with, beside what they tell of. */
export const aroundOf = (
  { name, locale, zone }: Reader,
  course: Surroundings['course'],
  school: string,
): Surroundings => ({ learner: name, course, school, address: config.address, names: { locale, zone } });
