import fc from 'fast-check';
import { expect, test } from 'vitest';
import { usualAward } from '../certificate';
import { usualScheme } from '../gradebook';
import { apply } from '../kernel/change';
import { documentVersion } from './document';
import version1 from './examples/document-1.json';
import version2 from './examples/document-2.json';
import version3 from './examples/document-3.json';
import version4 from './examples/document-4.json';
import version5 from './examples/document-5.json';
import {
  compose,
  type Lesson,
  lessonsBySection,
  type Outline,
  packOutline,
  patternDrafts,
  patternSectionsOf,
  planCopy,
  questionsOf,
  sectionsOf,
  startingPatterns,
  unpackOutline,
  upgradeDocument,
} from './index';
import { doc, edited, empty, id, lesson, section, set } from './testing';
import { anyOutline } from './testing-edits';

const json = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

test('an outline that was packed and sent is the same outline', () => {
  fc.assert(
    fc.property(anyOutline, (outline) => {
      expect(unpackOutline(json(packOutline(outline)))).toEqual(outline);
    }),
  );
});

test('a document of today is as it was after an upgrade, and one without newer fields gets their usual values', () => {
  fc.assert(
    fc.property(anyOutline, (outline) => {
      const document = compose(outline, new Map(), () => 1);
      expect(upgradeDocument(document)).toEqual(document);
      const older = json(document) as unknown as {
        outcomes?: unknown;
        course: { settings?: unknown; notAbout?: unknown };
        sections: { lessons: object[] }[];
      };
      delete older.outcomes;
      delete older.course.settings;
      delete older.course.notAbout;
      for (const one of older.sections)
        one.lessons = one.lessons.map(
          ({ needs: _needs, password: _password, outcomes: _outcomes, ...rest }: Partial<Lesson>) => rest,
        );
      const upgraded = upgradeDocument(older as never);
      expect(Object.keys(upgraded.course).sort()).toEqual(Object.keys(document.course).sort());
      expect(upgraded.outcomes).toEqual([]);
      for (const one of upgraded.sections.flatMap((inside) => inside.lessons))
        expect([one.needs, one.password, one.outcomes]).toEqual([[], '', []]);
    }),
  );
});

const fresh = () => {
  let n = 500;
  return () => id(n++);
};
const put = (outline: Outline, sections: ReturnType<typeof patternDrafts>) =>
  edited(outline, {
    do: 'put',
    into: null,
    after: null,
    lessons: [],
    afterSection: sectionsOf(outline).at(-1)?.id ?? null,
    sections,
  });

test.each(startingPatterns.map((pattern) => [pattern.title, pattern] as const))(
  'a course begun with "%s" is a plan, and kept as a pattern is that pattern',
  (_title, pattern) => {
    const outline = put(empty, patternDrafts(pattern.sections, fresh()));
    expect(patternSectionsOf(outline)).toEqual(pattern.sections);
    expect(new Set(Object.values(outline.lesson).map((one) => one.state))).toEqual(new Set(['planned']));
  },
);

test('any outline kept as a pattern and put into an empty course has the same sections and lessons', () => {
  fc.assert(
    fc.property(anyOutline, (outline) => {
      const pattern = patternSectionsOf(outline);
      expect(patternSectionsOf(put(empty, patternDrafts(json(pattern), fresh())))).toEqual(pattern);
    }),
  );
});

const copied = (old: string) => old.replace('-7000-', '-7001-');
const elsewhere = { id: copied, title: (old: string) => old, sameCourse: false };

test('whatever is copied into another course is there with its text and its questions, once, and the source is left alone', () => {
  fc.assert(
    fc.property(anyOutline, (source) => {
      const before = json(source);
      const target = edited(empty, section(90), lesson(91, 90));
      const wish = { sections: sectionsOf(source).map((one) => one.id), lessons: [], into: id(90), after: null };
      const planned = planCopy(target, source, wish, elsewhere);
      if (!planned.ok) throw new Error(planned.problem.sentence);
      const after = apply(target, planned.value);
      expect(source).toEqual(before);
      expect(planCopy(after, source, wish, elsewhere)).toEqual({ ok: true, value: [] });
      const [, ...made] = sectionsOf(after);
      expect(made.map((one) => one.title)).toEqual(sectionsOf(source).map((one) => one.title));
      for (const [from, into] of sectionsOf(source).map((one, i) => [one, made[i]] as const)) {
        const lessons = lessonsBySection(source).get(from.id) ?? [];
        const copies = lessonsBySection(after).get(into?.id ?? '') ?? [];
        expect(copies.map((one) => one.title)).toEqual(lessons.map((one) => one.title));
        for (const [i, old] of lessons.entries()) {
          const copy = copies[i] as Lesson;
          expect(after.text[copy.id]?.content ?? null).toEqual(source.text[old.id]?.content ?? null);
          expect(questionsOf(after, copy.id).map(({ prompt }) => prompt)).toEqual(
            questionsOf(source, old.id).map(({ prompt }) => prompt),
          );
          // Nothing of the other course is referred to.
          expect([...copy.outcomes, ...copy.needs].filter((one) => !after.lesson[one])).toEqual([]);
        }
      }
    }),
  );
});

test.each([
  ['into another course, what is copied along is needed as its copy, the rest is left behind', false, [copied(id(11))]],
  ['within a course, what is not copied is needed as before', true, [copied(id(11)), id(21)]],
])('%s', (_name, sameCourse, needs) => {
  const source = edited(
    empty,
    section(1),
    section(2),
    lesson(11, 1),
    lesson(12, 1),
    lesson(21, 2),
    set('lesson', 12, { needs: [id(11), id(21)] }),
  );
  const target = sameCourse ? source : edited(empty, section(90));
  const planned = planCopy(
    target,
    source,
    { sections: [], lessons: [id(11), id(12)], into: sameCourse ? id(1) : id(90), after: null },
    { ...elsewhere, sameCourse },
  );
  expect(planned.ok && apply(target, planned.value).lesson[copied(id(12))]?.needs).toEqual(needs);
});

test.each([
  ['in another course in the category of the same name', false, id(81)],
  ['in the same course in the same category', true, id(80)],
])('a copied lesson stands %s', (_name, sameCourse, expected) => {
  const graded = (outline: Outline, categoryId: string, lessonIds: readonly string[]) => {
    const [course] = Object.values(outline.course);
    if (!course) throw new Error('No course.');
    const categories = [{ id: categoryId, title: 'Fieldwork', weight: null, keeps: { by: 'all' as const } }];
    const placed = Object.fromEntries(lessonIds.map((one) => [one, { categoryId, extra: true }]));
    const grading = { ...usualScheme, categories, placed };
    return { ...outline, course: { [course.id]: { ...course, settings: { ...course.settings, grading } } } };
  };
  const source = graded(edited(empty, section(1), lesson(11, 1), lesson(12, 1)), id(80), [id(11)]);
  const target = sameCourse ? source : graded(edited(empty, section(1), lesson(91, 1)), id(81), [id(91)]);
  const wish = { sections: [], lessons: [id(11), id(12)], into: id(1), after: null };
  const planned = planCopy(target, source, wish, { ...elsewhere, sameCourse });
  const after = Object.values(apply(target, planned.ok ? planned.value : []).course)[0]?.settings.grading?.placed ?? {};
  expect(after[copied(id(11))]).toEqual({ categoryId: expected, extra: true });
  expect(after[copied(id(12))]).toBeUndefined();
  expect(Object.keys(after).length).toBe(2);
});

test('exercises within a copied text are those of the copied lesson', () => {
  const withExercise = (questionId: string) => ({
    type: 'doc',
    content: [...doc(1).content, { type: 'exercise', attrs: { questionId } }],
  });
  const source = edited(
    empty,
    section(1),
    lesson(11, 1),
    { do: 'add-question', id: id(21), lessonId: id(11), kind: 'one' },
    set('text', 11, { content: withExercise(id(21)) }),
  );
  const wish = { sections: [], lessons: [id(11)], into: id(90), after: null };
  const planned = planCopy(edited(empty, section(90)), source, wish, elsewhere);
  const after = apply(edited(empty, section(90)), planned.ok ? planned.value : []);
  expect(after.text[copied(id(11))]?.content).toEqual(withExercise(copied(id(21))));
  expect(after.question[copied(id(21))]?.lessonId).toBe(copied(id(11)));
});

test('pictures within a copied text are the same things of the library', () => {
  const image = (mediaId: string) => ({
    type: 'doc',
    content: [...doc(1).content, { type: 'image', attrs: { mediaId, src: `/files/${mediaId}/original` } }],
  });
  const source = edited(empty, section(1), lesson(11, 1), set('text', 11, { content: image(id(80)) }));
  const target = edited(empty, section(90));
  const planned = planCopy(target, source, { sections: [], lessons: [id(11)], into: id(90), after: null }, elsewhere);
  expect(planned.ok && apply(target, planned.value).text[copied(id(11))]?.content).toEqual(image(id(80)));
});

test('a stored document of version 1 is read as one of today, and what cannot be read says so', () => {
  const upgraded = upgradeDocument(json(version1));
  expect(upgraded.version).toBe(documentVersion);
  expect(
    upgraded.sections
      .flatMap((one) => one.lessons)
      .flatMap((one) => one.questions.map(({ kind, prompt, body }) => ({ kind, prompt, body }))),
  ).toEqual([
    {
      kind: 'one',
      prompt: 'Which bank?',
      body: {
        options: [
          { id: 'a', text: 'Left', right: true, feedback: '' },
          { id: 'b', text: 'Right', right: false, feedback: 'The other one.' },
        ],
      },
    },
    { kind: 'number', prompt: 'How wide?', body: { value: '4.5', tolerance: '5 %', unit: 'm' } },
  ]);
  expect(upgradeDocument(json(upgraded))).toEqual(upgraded);
  const changed = (part: object) => json({ ...upgraded, ...part });
  const riddle = json(version1).sections.map((one) => ({
    ...one,
    lessons: one.lessons.map((lesson) => ({
      ...lesson,
      questions: lesson.questions.map((question) => ({ ...question, kind: 'riddle' })),
    })),
  }));
  for (const wrong of [
    changed({ version: 99 }),
    changed({ version: 0 }),
    changed({ format: 'other' }),
    { ...json(version1), sections: riddle },
  ])
    expect(() => upgradeDocument(wrong)).toThrow();
});

test('a stored document of version 2 keeps its rhythm, and nothing of it ends', () => {
  const { course, sections, version } = upgradeDocument(json(version2));
  expect(version).toBe(documentVersion);
  expect(course.rhythm).toEqual({
    ...{ unit: 'section', lessons: 1, begins: [], at: '18:00', firstAtOnce: true, gap: 7, breaks: [] },
    every: { by: 'weeks', count: 2, weekdays: [3] },
  });
  expect([course.access, course.countdown]).toEqual([null, 'days']);
  expect(sections.flatMap((one) => [one, ...one.lessons]).map(({ closes }) => closes)).toEqual([null, null, null]);
});

test('a stored document of version 3 keeps its questions, and they say no more than they did', () => {
  const { sections, version } = upgradeDocument(json(version3));
  expect(version).toBe(documentVersion);
  const questions = sections.flatMap(({ lessons }) => lessons).flatMap((one) => one.questions);
  expect(questions.map(({ prompt, feedbackPart, hint, taught }) => [prompt, feedbackPart, hint, taught])).toEqual([
    ['Which bank?', '', '', null],
    ['How wide?', '', '', null],
  ]);
});

test('a stored document of version 4 keeps its questions and pools, and nothing is shown with them', () => {
  const { sections, version } = upgradeDocument(json(version4));
  expect(version).toBe(documentVersion);
  const lessons = sections.flatMap((one) => one.lessons);
  const pools = lessons.flatMap((one) => Object.values(one.pools).flat());
  expect(pools.map(({ bankVersion, media }) => [bankVersion, media])).toEqual([[2, null]]);
  expect(lessons.flatMap((one) => one.questions).map(({ hint, media }) => [hint, media])).toEqual([
    ['Look downstream.', null],
    ['Look downstream.', null],
  ]);
});

test('a stored document of version 5 awards as it did; how that looks is a design by now', () => {
  const { course, version } = upgradeDocument(json(version5));
  expect(version).toBe(documentVersion);
  expect(course.award).toEqual({
    ...usualAward,
    ...{ on: true, minPercent: 70, teacher: 'Ines Vallotto' },
    number: [{ words: 'RIV-' }, { random: 4 }, { words: '-' }, { count: 4 }],
  });
});
