import { eq } from 'drizzle-orm';
import {
  type AssignmentSettings,
  afterLateness,
  type Criterion,
  type CriterionMark,
  criterionFull,
  criterionGiven,
} from '@/core/assignment';
import { compare, pointsText, thousandths, toShort } from '@/core/kernel/exact';
import { fail, type Result } from '@/core/kernel/problem';
import { dateTimeText } from '@/core/kernel/time';
import { mayMark } from '@/core/people';
import { instantFrom } from '../enrolment';
import { type Person, user } from '../people';
import type { Database } from '../platform/database';
import { drawnOn } from './drawn';
import { lessonOf } from './mark';
import { nameShown, shownFiles } from './names';
import { asScan } from './scans';
import { withSheets } from './sheets/apart';
import type { MarkedWork } from './sheets/marked';
import { namedWork } from './work';

const notThere = fail('not-found', 'There is no such work, or its result is not out yet.');
const mostBytes = 100_000_000;
const limitMs = 30_000;

/** Marked work as a PDF: for its learner once the result is out, and for those who may mark it. */
export async function markedWorkPdf(
  db: Database,
  id: string,
  person: Person,
): Promise<Result<Uint8Array> & { readonly name?: string }> {
  const found = await namedWork(db, id);
  if (!found) return notThere;
  const { row, learner, courseTitle } = found;
  const may = row.learnerId === person.id ? row.releasedAt !== null : row.state !== 'draft' && mayMark(person, row);
  const lesson = may ? await lessonOf(db, row) : notThere;
  if (!lesson.ok) return notThere;
  const settings = lesson.value.assignment as AssignmentSettings;
  const [marker] = await db
    .select({ name: user.name })
    .from(user)
    .where(eq(user.id, row.markerId ?? ''));
  const reached = afterLateness(row.points ?? 0, row.latePercent);
  const passed = compare(reached, thousandths(settings.passPoints)) >= 0;
  if (row.files.reduce((sum, { size }) => sum + size, 0) > mostBytes)
    return fail('too-large', 'This work is too large to be put into one PDF. Its files can be had one by one.');
  const handedIn = dateTimeText(instantFrom(row.handedInAt ?? row.changedAt), {
    locale: person.locale,
    zone: person.zone,
  });
  const work: MarkedWork = {
    title: lesson.value.title,
    about: [
      `${row.learnerId === person.id ? learner : nameShown(row, learner)} · ${courseTitle}`,
      `Handed in ${handedIn}${row.isLate ? `, late${row.latePercent > 0 ? `, less ${row.latePercent} %` : ''}` : ''}`,
    ],
    result:
      `${row.points === null ? '–' : toShort(reached)} of ${pointsText(settings.points)} points` +
      (settings.passPoints > 0 && row.points !== null ? ` · ${passed ? 'passed' : 'not passed'}` : ''),
    criteria: (settings.criteria ?? []).map((criterion) =>
      criterionLines(
        criterion,
        (row.criteria ?? []).find((mark) => mark.criterionId === criterion.id),
      ),
    ),
    ...{ remark: row.remark, text: row.text, drawn: await drawnOn(db, id) },
    files: await Promise.all(
      (row.learnerId === person.id ? row.files : shownFiles(row)).map(async (file) => ({
        ...file,
        bytes: null,
        ...(await asScan(file)),
      })),
    ),
    marker: marker?.name ?? '',
    at: instantFrom(row.markedAt ?? row.changedAt).toString(),
  };
  return { ...(await withSheets('marked', work, limitMs)), name: `${lesson.value.title}.pdf` };
}

function criterionLines(criterion: Criterion, mark: CriterionMark | undefined) {
  const given = criterionGiven(criterion, mark);
  const chosen = 'parts' in criterion ? criterion.parts.filter(({ id }) => mark?.chosen?.includes(id) ?? false) : [];
  return {
    title: criterion.title,
    points: `${given === null ? '–' : pointsText(given)} of ${pointsText(criterionFull(criterion))}`,
    found: [
      ...chosen.map(({ text, points }) => `${text} ${criterion.by === 'deductions' ? '−' : ''}${pointsText(points)}`),
      ...(mark?.remark.trim() ? [mark.remark] : []),
    ],
  };
}
