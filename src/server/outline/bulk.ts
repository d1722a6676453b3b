import { and, eq, inArray } from 'drizzle-orm';
import { array, mixed, object } from 'yup';
import { reverse } from '@/core/kernel/change';
import { countSchema, idSchema } from '@/core/kernel/ids';
import { fail, ok } from '@/core/kernel/problem';
import { canTakeBack, editText, type OutlineEdit, planEdit, reachOf, reachOfChanges } from '@/core/outline';
import { can } from '@/core/people';
import { audit } from '../platform/audit';
import { command } from '../platform/command';
import { isEdit } from './edit-shape';
import { changesOf } from './history';
import { loadPart } from './load';

import { checkElsewhere, keepStep, lockCourse } from './write';

/** One step in one course, as a bulk change leaves it and as its undo names it. */
type Step = { readonly courseId: string; readonly revision: number };

const edit = mixed<OutlineEdit>((value): value is OutlineEdit => isEdit(value)).required();

/** Changes in several courses at once: one step in each, and all of them or none. */
export const changeMany = command({
  name: 'catalogue.change',
  input: object({
    courses: array()
      .of(object({ courseId: idSchema, edit }).noUnknown())
      .min(1, 'There is nothing to change.')
      .max(200, 'At most 200 courses can be changed at once.')
      .required(),
  }).noUnknown(),
  permission: ({ actor }, { courses }) => courses.every(({ courseId }) => can(actor, 'course.edit', { courseId })),
  async handle(context, { courses }) {
    const { tx } = context;
    const steps: Step[] = [];
    // Always in the same order, so that two bulk changes never wait for each other.
    for (const { courseId, edit } of [...courses].sort((a, b) => (a.courseId < b.courseId ? -1 : 1))) {
      const outline = (await lockCourse(tx, courseId)) && (await loadPart(tx.db, courseId, reachOf(edit)));
      if (!outline) return fail('not-found', 'One of the courses is not there any more. Nothing was changed.');
      const planned = planEdit(outline, edit);
      if (!planned.ok)
        return fail(
          planned.problem.code,
          `${Object.values(outline.course)[0]?.title}: ${planned.problem.sentence} Nothing was changed.`,
        );
      const elsewhere = await checkElsewhere(context, courseId, planned.value);
      if (!elsewhere.ok) return elsewhere;
      if (planned.value.length === 0) continue;
      const { revision } = await keepStep(context, courseId, planned.value, editText(outline, edit));
      steps.push({ courseId, revision });
    }
    return ok({ steps });
  },
});

/** Takes a bulk change back in every course, or in none. */
export const undoMany = command({
  name: 'catalogue.undo',
  input: object({
    steps: array()
      .of(object({ courseId: idSchema, revision: countSchema.min(1) }).noUnknown())
      .min(1)
      .max(200)
      .required(),
  }).noUnknown(),
  permission: ({ actor }, { steps }) => steps.every(({ courseId }) => can(actor, 'course.edit', { courseId })),
  async handle(context, { steps }) {
    const { tx, actor } = context;
    for (const { courseId, revision } of steps) {
      await lockCourse(tx, courseId);
      const [row] = await tx.db
        .select()
        .from(audit)
        .where(
          and(
            eq(audit.courseId, courseId),
            eq(audit.revision, revision),
            inArray(audit.command, ['catalogue.change']),
            eq(audit.actorId, actor.id),
          ),
        );
      if (!row) return fail('not-found', 'There is nothing of yours to undo here.');
      // Sent twice it is undone once.
      if (row.undoneBy) continue;
      const made = await changesOf(tx.db, courseId, revision);
      const outline = await loadPart(tx.db, courseId, reachOfChanges(made ?? []));
      const changes = reverse(made ?? []);
      if (!outline || !made || !canTakeBack(outline, made, changes))
        return fail(
          'conflict',
          'This cannot be taken back by itself: the same things have been changed since. Their present state is kept.',
        );
      const { auditId } = await keepStep(context, courseId, changes, `undo: ${row.sentence}`, { kind: 'undo' });
      await tx.db.update(audit).set({ undoneBy: auditId }).where(eq(audit.id, row.id));
    }
    return ok(null);
  },
});
