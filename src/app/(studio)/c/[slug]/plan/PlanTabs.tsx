'use client';
import { PageTabs } from '../_course/PageTabs';
import { SavedMark } from '../build/Toolbar';

const pages = [
  { path: 'plan', name: 'Promise' },
  { path: 'plan/coverage', name: 'Coverage' },
  { path: 'plan/board', name: 'Work board' },
  { path: 'plan/outline', name: 'Bring in, take out' },
] as const;

/** The pages of the Plan stage. */
export const PlanTabs = () => (
  <PageTabs label="Plan" pages={pages}>
    <SavedMark />
  </PageTabs>
);
