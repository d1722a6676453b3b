import type { Surroundings } from '@/core/message';
import type { Person, SchoolFacts } from '@/server/people';
import { config } from '@/server/platform/config';

/** What previews of messages are filled with: whoever looks gets them. */
export const surroundingsOf = (
  { name, locale, zone }: Person,
  school: SchoolFacts | null,
  course: Surroundings['course'],
): Surroundings => ({
  learner: name,
  course,
  school: school?.name ?? '',
  address: config.address,
  names: { locale, zone },
});
