import type { Fault } from '../../release';
import type { Course, Lesson } from '../types';
import { type Rule, type Said, set } from './rule';

/** A fault of the plan as readiness says it. */
const said = (fault: Fault | undefined, course: Course): Said | null =>
  fault
    ? {
        sentence: fault.sentence,
        ...(fault.fix && {
          fix: {
            label: fault.fix.label,
            edit: set(fault.fix.table, fault.fix.table === 'course' ? course.id : fault.fix.id, fault.fix.fields),
          },
        }),
      }
    : null;

/** Rules over the plan of each lesson, as somebody has it who starts on a Monday. */
export const planRules: readonly Rule<Lesson>[] = [
  {
    id: 'plan-after-access',
    level: 'settle',
    stage: 'release',
    reason: 'What opens when access has ended is never seen.',
    remedy: 'Let it open earlier, or access end later.',
    check: (lesson, { faults, course }) => said(faults('after-access', lesson.id)[0], course),
  },
  {
    id: 'plan-closes-early',
    level: 'settle',
    stage: 'release',
    reason: 'What closes before it opens is never seen.',
    remedy: 'Let it close later, or never.',
    check: (lesson, { faults, course }) => said(faults('closes-before-opening', lesson.id)[0], course),
  },
  {
    id: 'plan-before-needs',
    level: 'look',
    stage: 'release',
    reason: 'A lesson whose time comes before that of what it needs keeps nobody’s promise: it stays closed.',
    remedy: 'Open what it needs earlier, or it later.',
    check: (lesson, { faults, course }) => said(faults('before-needs', lesson.id)[0], course),
  },
];

/** How many of several are told one by one. */
const told = (faults: readonly Fault[], more: string): Said | null => {
  const [first, ...others] = faults;
  if (!first) return null;
  return { sentence: others.length === 0 ? first.sentence : `${first.sentence} ${others.length} more ${more}.` };
};

/** Rules over the plan as a whole. */
export const wholePlanRules: readonly Rule<null>[] = [
  {
    id: 'plan-week-over',
    level: 'look',
    stage: 'release',
    reason: 'People fall behind in a week that asks for more than they have, and do not come back.',
    remedy: 'Move a lesson to another week, lay the course out by minutes under Release, or raise the limit.',
    check: (_, { faults }) => told(faults('week-over', ''), 'ask too much'),
  },
  {
    id: 'plan-stretch-empty',
    level: 'look',
    stage: 'release',
    reason: 'After two weeks with nothing new, people have other habits.',
    remedy: 'Close the gap, or make it a break with a name.',
    check: (_, { faults }) => told(faults('stretch-empty', ''), 'stretches are empty'),
  },
];
