import { localeNow } from '@/core/kernel/locale';
import type { LearnerView } from '@/core/learning';
import type { CourseHead } from '@/server/outline';
import type { Place } from '../../_learn/place';

/** Where a visitor's pages stand: nothing of theirs is kept. */
export const samplePlace = (head: CourseHead, view: LearnerView): Place => ({
  courseId: head.id,
  base: `/sample/${head.slug}`,
  query: '',
  isView: true,
  isSample: true,
  locale: localeNow(),
  zone: view.clock.zone,
});
