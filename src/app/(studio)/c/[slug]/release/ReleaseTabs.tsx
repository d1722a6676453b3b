'use client';
import { PageTabs } from '../_course/PageTabs';
import { SavedMark } from '../build/Toolbar';

const pages = [
  { path: 'release', name: 'Board' },
  { path: 'release/rhythm', name: 'Rhythm' },
  { path: 'release/rules', name: 'Rules in words' },
  { path: 'release/cohorts', name: 'Cohorts' },
] as const;

/** The pages of the Release stage. */
export const ReleaseTabs = () => (
  <PageTabs label="Release" pages={pages}>
    <SavedMark />
  </PageTabs>
);
