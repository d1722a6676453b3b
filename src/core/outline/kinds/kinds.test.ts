import { describe, expect, test } from 'vitest';
import { newLesson } from '../make';
import { noPaper } from '../papers';
import { parseFields } from '../schema';
import { doneRuleSchema } from '../settings';
import { type LessonKind, lessonKinds } from '../types';
import { lessonKindOf } from './index';

describe.each(lessonKinds.map((name) => [name, lessonKindOf(name)] as const))('%s', (name, kind) => {
  const lesson = newLesson('l', 's', 'a0', 'L', name);

  test('begins with settings that can be kept, empty, and done by a rule it can be done by', () => {
    expect(parseFields('lesson', { ...kind.settings }).ok).toBe(true);
    expect(kind.isFilled(lesson, 0)).toBe(false);
    expect(kind.doneBy).toContain(kind.usualDone(lesson).by);
    expect(doneRuleSchema.isValidSync(kind.usualDone(lesson))).toBe(true);
    expect(kind.minutes(lesson, null, noPaper)).toBeGreaterThanOrEqual(0);
  });

  test('is worth something only where it is graded, and is done by what it has', () => {
    const points = kind.fullPoints(lesson, [
      { kind: 'one', points: 3000, moment: { at: 1000, passage: null, required: false } },
      { kind: 'one', points: 500, moment: null },
    ]);
    expect(points > 0).toBe(kind.isGraded || (kind.file?.plays ?? false));
    expect(kind.settings.weight > 0).toBe(kind.isGraded);
    expect(kind.doneBy.includes('watched')).toBe(kind.file?.plays ?? false);
    expect(kind.doneBy.includes('handed-in')).toBe(kind.isGraded);
  });

  test('is filled by its file, its words or its questions', () => {
    const written = { ...lesson, written: { words: 3, pictures: 0, undescribed: 0 } };
    expect(kind.isFilled({ ...lesson, mediaId: 'm' }, 0)).toBe(kind.file !== null);
    expect(kind.isFilled(lesson, 1)).toBe(kind.asks || name === 'reading');
    expect(kind.isFilled(written, 0)).toBe(kind.file === null && !kind.asks && !kind.leads);
    expect(kind.isFilled({ ...lesson, link: 'https://river.example' }, 0)).toBe(kind.leads);
  });
});

test('a kind that is not known is refused', () => {
  expect(() => lessonKindOf('toString' as LessonKind)).toThrow('There is no kind of lesson called "toString".');
});
