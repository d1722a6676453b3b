'use client';
import type { SchoolPattern } from '@/server/outline';
import { Workbench } from '../../_course/Workbench';
import { ReadinessList } from '../../_inspector/ReadinessList';
import { PlanTabs } from '../PlanTabs';
import planStyles from '../plan.module.css';
import { Patterns } from './Patterns';
import { ReadIn } from './ReadIn';
import { TakeOut } from './TakeOut';

/** Outlines from elsewhere, from patterns, and out again. */
export function OutlineInOut({ patterns }: { readonly patterns: readonly SchoolPattern[] }) {
  return (
    <Workbench inspector={<ReadinessList />} label="Readiness">
      <PlanTabs />
      <div className={planStyles.page}>
        <ReadIn />
        <Patterns patterns={patterns} />
        <TakeOut />
      </div>
    </Workbench>
  );
}
