import { describe, expect, test } from 'vitest';
import { apply } from '../../kernel/change';
import { usualLive } from '../../live';
import type { MediaFacts } from '../../media';
import {
  type Outline,
  type OutlineEdit,
  planEdit,
  readiness,
  usualAssignment,
  usualQuiz,
  usualSettings,
} from '../index';
import { doc, edited, empty, film, id, lesson, section, set } from '../testing';
import { courseRules, outcomeRules, sectionRules } from './course-rules';
import { lessonRules } from './lesson-rules';
import { planRules, wholePlanRules } from './plan-rules';
import { questionRules } from './question-rules';

const base = edited(empty, section(1), section(2), lesson(11, 1), lesson(12, 1), lesson(21, 2));
const question: OutlineEdit = { do: 'add-question', id: id(31), lessonId: id(40), kind: 'one' };
const words = (n: number, count = 3) => set('text', n, { content: doc(count) });
const quiz = (settings: object, ...more: OutlineEdit[]) =>
  edited(base, lesson(40, 1, 'quiz'), question, set('lesson', 40, { quiz: { ...usualQuiz, ...settings } }), ...more);
const work = (settings: object) =>
  edited(
    base,
    lesson(40, 1, 'assignment'),
    words(40),
    set('lesson', 40, { assignment: { ...usualAssignment, ...settings } }),
  );
const asks = (fields: object) => edited(quiz({}), set('question', 31, fields));
const option = (text: string, right = false) => ({ id: text || 'none', text, right, feedback: '' });
const sound = { ...film, kind: 'audio' } as const;
const withSound = () => edited(base, lesson(40, 1, 'audio'), set('lesson', 40, { mediaId: id(90) }));
const withFilm = (...more: OutlineEdit[]) =>
  edited(base, lesson(40, 1, 'film'), set('lesson', 40, { mediaId: id(90) }), ...more);
const leads = edited(base, lesson(40, 1, 'link'), set('lesson', 40, { link: 'https://river.example/film' }));
const chapters = (...moments: number[]) =>
  set('lesson', 40, { chapters: moments.map((at, i) => ({ id: id(80 + i), at, title: `Part ${i}` })) });
const award = (settings: object, ...more: OutlineEdit[]) => {
  const course = base.course[id(0)];
  return edited(base, set('course', 0, { award: { ...course?.award, on: true, ...settings } }), ...more);
};
const outcome: OutlineEdit = { do: 'add-outcome', id: id(50), text: 'survey a reach' };
const picture = { type: 'doc', content: [{ type: 'image', attrs: { mediaId: id(91), alt: '' } }] };
const gapped = (text: string, chosen = false) =>
  asks({ kind: 'gaps', body: { text, chosen, matchCase: false, slips: 0 } });
const ordered = (...texts: string[]) =>
  asks({ kind: 'order', body: { items: texts.map((text, i) => ({ id: `i${i}`, text })) } });
/** Pairs; one without its first part belongs to nothing. */
const matched = (...pairs: [string, string][]) =>
  asks({
    kind: 'matching',
    body: {
      pairs: pairs.flatMap(([text, match], i) => (text ? [{ id: `p${i}`, text, match }] : [])),
      extras: pairs.flatMap(([text, match], i) => (text ? [] : [{ id: `x${i}`, text: match }])),
    },
  });
/** A picture with areas; each right or not. */
const placed = (mediaId: string | null, ...areas: [string, boolean][]) =>
  asks({
    kind: 'place',
    body: {
      picture: mediaId && { mediaId, alt: 'A river' },
      areas: areas.map(([name, right], i) => ({
        ...{ id: `a${i}`, name, right, shape: 'box' },
        ...{ x: i * 100, y: 0, width: 50, height: 50 },
      })),
      named: true,
    },
  });
const grouped = (titles: string[], ...items: [string, string][]) =>
  asks({
    kind: 'grouping',
    body: {
      groups: titles.map((title) => ({ id: title || 'empty', title })),
      items: items.map(([text, groupId], i) => ({ id: `i${i}`, text, groupId })),
    },
  });

const inDays = (amount: number) => ({ when: 'after-start', amount, unit: 'days', at: null });
const later = {
  ...{ unit: 'section', lessons: 1, begins: [], at: '09:00', firstAtOnce: true, gap: 4, breaks: [] },
  every: { by: 'weeks', count: 1, weekdays: [1] },
};
/** A session that meets by a rule, with a lesson to look at first. */
const meets = (when: object, ...more: OutlineEdit[]) =>
  edited(base, lesson(40, 1, 'live'), set('lesson', 40, { live: { ...usualLive, when, before: [id(12)] } }), ...more);

type Case = [rule: string, outline: Outline, media?: readonly MediaFacts[]];
const cases: readonly Case[] = [
  ['course-empty', empty],
  ['lessons-planned', edited(base, set('lesson', 11, { state: 'planned' }))],
  ['course-description', base],
  ['course-promise', base],
  ['course-audience', base],
  ['course-nothing-required', edited(empty, section(1), lesson(11, 1), set('lesson', 11, { required: false }))],
  ['award-unreachable', award({ minPercent: 50 })],
  ['award-free', award({}, set('course', 0, { completion: { mode: 'free' } }))],
  ['award-signer', award({ teacher: '' })],
  ['section-empty', edited(empty, section(1))],
  ['section-unnamed', edited(empty, section(1, 'New section'))],
  ['outcome-untaught', edited(base, outcome)],
  ['outcome-unassessed', edited(base, outcome, set('lesson', 11, { outcomes: [id(50)] }))],
  ['lesson-unnamed', edited(base, set('lesson', 11, { title: 'New lesson' }))],
  ['lesson-name-twice', edited(base, set('lesson', 11, { title: 'lesson 12' }))],
  ['lesson-draft', edited(base, words(11))],
  ['lesson-long', edited(base, set('lesson', 11, { minutes: 500 }))],
  ['lesson-no-minutes', edited(base, set('lesson', 11, { minutes: 0 }))],
  ['lesson-serves-none', edited(base, outcome)],
  [
    'lesson-opens-before-section',
    edited(
      base,
      set('section', 1, { opens: { when: 'after-start', amount: 1, unit: 'weeks', at: null } }),
      set('lesson', 11, { opens: { when: 'start' } }),
    ),
  ],
  [
    'waits-circle',
    edited(
      base,
      set('lesson', 11, { needs: [id(12)] }),
      set('lesson', 12, { needs: [id(21)] }),
      set('lesson', 21, { needs: [id(11)] }),
    ),
  ],
  ['plan-after-access', edited(base, set('course', 0, { access: inDays(3) }), set('lesson', 12, { opens: inDays(3) }))],
  ['plan-closes-early', edited(base, set('lesson', 12, { opens: inDays(3), closes: inDays(2) }))],
  ['plan-before-needs', edited(base, set('lesson', 11, { needs: [id(12)] }), set('lesson', 12, { opens: inDays(2) }))],
  ['plan-week-over', edited(base, set('course', 0, { weekLimit: 10 }), set('lesson', 11, { minutes: 11 }))],
  ['plan-stretch-empty', edited(base, set('lesson', 12, { opens: inDays(30) }))],
  ['live-no-time', edited(base, lesson(40, 1, 'live'))],
  ['live-before-opening', meets(inDays(2), set('lesson', 40, { opens: inDays(3) }))],
  [
    'live-before-opening-for-some',
    meets({ when: 'after-start', amount: 7, unit: 'days', at: '09:00' }, set('course', 0, { rhythm: later }), {
      do: 'move-lessons',
      ids: [id(40)],
      sectionId: id(2),
      before: null,
    }),
  ],
  ['live-before-material', meets(inDays(2), set('lesson', 12, { opens: inDays(3) }))],
  ['live-skipped-hour', meets({ when: 'on-date', date: '2027-03-28', at: '01:30', zone: 'Europe/London' })],
  ['waits-unpublished', edited(base, set('lesson', 11, { needs: [id(12)] }), set('lesson', 12, { state: 'planned' }))],
  ['picture-undescribed', edited(base, set('text', 11, { content: picture }))],
  ['reading-empty', base],
  ['film-missing', edited(base, lesson(40, 1, 'film'))],
  ['film-failed', withFilm(), [{ ...film, state: 'failed' }]],
  ['film-waiting', withFilm(), [{ ...film, state: 'waiting' }]],
  ['film-captions', withFilm(), [film]],
  ['time-after-end', withFilm(chapters(0, 9_000_000)), [film]],
  ['time-twice', withFilm(chapters(5, 5)), [film]],
  ['chapter-unnamed', withFilm(set('lesson', 40, { chapters: [{ id: id(80), at: 0, title: ' ' }] })), [film]],
  [
    'passage-wrong',
    withFilm(
      { do: 'add-question', id: id(81), lessonId: id(40), kind: 'true-false' },
      set('question', 81, { moment: { at: 4000, passage: { from: 3000, to: 5000 }, required: false } }),
    ),
    [film],
  ],
  ['document-missing', edited(base, lesson(40, 1, 'document'))],
  ['link-missing', edited(base, lesson(40, 1, 'link'))],
  ['link-note', leads],
  ['link-source', edited(leads, set('course', 0, { settings: { ...usualSettings, sources: ['hedge.example'] } }))],
  ['audio-missing', edited(base, lesson(40, 1, 'audio'))],
  ['audio-failed', withSound(), [{ ...sound, state: 'failed' }]],
  ['audio-waiting', withSound(), [{ ...sound, state: 'waiting' }]],
  ['audio-unwritten', withSound(), [sound]],
  [
    'document-failed',
    edited(base, lesson(40, 1, 'document'), set('lesson', 40, { mediaId: id(90) })),
    [{ ...film, kind: 'document', state: 'failed' }],
  ],
  ['quiz-empty', edited(base, lesson(40, 1, 'quiz'))],
  ['quiz-unreachable', asks({ points: 0 })],
  ['quiz-one-attempt', quiz({ attempts: 1 })],
  ['quiz-bands', quiz({ bands: [{ id: id(50), from: 0, to: 40, text: 'Again' }] })],
  [
    'quiz-hurried',
    quiz(
      { minutes: 1 },
      ...[32, 33].map((n): OutlineEdit => ({ do: 'add-question', id: id(n), lessonId: id(40), kind: 'number' })),
    ),
  ],
  ['weight-none', quiz({}, set('lesson', 40, { weight: 0 }))],
  ['assignment-empty', edited(base, lesson(40, 1, 'assignment'))],
  ['assignment-unreachable', work({ points: 1000, passPoints: 2000 })],
  ['assignment-nothing', work({ takesText: false, files: 0 })],
  ['assignment-small-files', work({ files: 2, megabytes: 1 })],
  ['assignment-late-all', work({ takesLate: true, late: { percent: 100, per: 'once', most: 100, lastHours: null } })],
  [
    'assignment-criteria',
    work({
      points: 5000,
      criteria: [{ id: id(80), title: ' ', guide: '', by: 'points', most: 5000, step: 0 }],
    }),
  ],
  [
    'assignment-criteria-points',
    work({
      points: 20_000,
      criteria: [{ id: id(80), title: 'Flow', guide: '', by: 'points', most: 5000, step: 0 }],
    }),
  ],
  ['assignment-due-at-start', work({ due: { when: 'start' } })],
  [
    'assignment-due-before-open',
    edited(
      work({ due: { when: 'on-date', date: '2027-03-01', at: '09:00', zone: 'UTC' } }),
      set('lesson', 40, { opens: { when: 'on-date', date: '2027-03-02', at: '09:00', zone: 'UTC' } }),
    ),
  ],
  [
    'assignment-due-before-open-for-some',
    edited(
      work({ due: { when: 'after-start', amount: 0, unit: 'days', at: '18:00' } }),
      set('lesson', 40, { opens: { when: 'after-start', amount: 2, unit: 'hours', at: null } }),
    ),
  ],
  ['question-empty', quiz({})],
  ['question-value', edited(base, lesson(40, 1, 'quiz'), { ...question, kind: 'number' })],
  ['question-options', asks({ body: { options: [option('a', true)] } })],
  ['question-option-empty', asks({ body: { options: [option('a', true), option('b'), option('')] } })],
  ['question-option-twice', asks({ body: { options: [option('a', true), { ...option('a '), id: 'x' }] } })],
  ['question-no-right', asks({ body: { options: [option('a'), option('b')] } })],
  ['question-many-right', asks({ body: { options: [option('a', true), option('b', true)] } })],
  ['question-no-points', asks({ points: 0 })],
  ['question-no-form', edited(base, lesson(40, 1, 'quiz'), { ...question, kind: 'short-text' })],
  ['question-slips', asks({ kind: 'short-text', body: { accepted: ['run'], matchCase: false, slips: 3 } })],
  [
    'question-pattern-all',
    asks({ kind: 'short-text', body: { accepted: ['run'], matchCase: false, slips: 0, pattern: '.*' } }),
  ],
  ['question-gaps-none', gapped('No gap.')],
  ['question-gaps-empty', gapped('A [] here, a [b] there.')],
  ['question-gaps-bank', gapped('A [b] here, a [b|c] there.', true)],
  ['question-order-short', ordered('a')],
  ['question-order-empty', ordered('a', ' ')],
  ['question-order-twice', ordered('a', 'b', 'a ')],
  ['question-matching-short', matched(['a', 'A'])],
  ['question-matching-empty', matched(['a', 'A'], ['b', ''])],
  ['question-matching-extra', matched(['a', 'A'], ['b', 'B'], ['', 'B'])],
  ['question-grouping-short', grouped(['one'], ['a', 'one'])],
  ['question-grouping-lost', grouped(['one', 'two'], ['a', 'three'])],
  [
    'question-option-picture',
    asks({ body: { options: [option('a', true), { ...option(''), picture: { mediaId: id(91), alt: ' ' } }] } }),
  ],
  ['question-place-picture', placed(null, ['a', true], ['b', false])],
  ['question-place-right', placed(id(91), ['a', false])],
  ['question-place-names', placed(id(91), ['a', true], ['a ', false])],
  ['question-place-given-away', placed(id(91), ['a', true])],
  [
    'quiz-follows',
    quiz({ follows: [{ id: id(70), on: true, when: { by: 'failed' }, deeds: [{ do: 'open', of: id(999) }] }] }),
  ],
  ['quiz-certifies', quiz({ passPercent: 0, certifies: true })],
  [
    'quiz-asks',
    quiz({ asks: { why: ' ', questions: [{ id: id(71), when: 'before', prompt: 'Which river?', options: [] }] } }),
  ],
  ['question-in-place', edited(base, { ...question, kind: 'essay', lessonId: id(11) })],
  ['question-essay-length', asks({ kind: 'essay', body: { fromWords: 9, toWords: 3, guide: '' } })],
  ['question-opinion-steps', asks({ kind: 'opinion', body: { steps: ['no', ' '] } })],
  ['question-opinion-empty', asks({ kind: 'opinion', body: { steps: ['no', '', 'yes'] } })],
  ['question-grouping-empty', grouped(['one', ''], ['a', 'one'])],
];

const found = (outline: Outline, media: readonly MediaFacts[] = []) =>
  readiness(outline, new Map(media.map((one) => [one.id, one])));

const rhythm = {
  unit: 'section',
  lessons: 1,
  begins: [],
  every: { by: 'weeks', count: 1, weekdays: [1] },
  at: '09:00',
  firstAtOnce: true,
  gap: 4,
  breaks: [],
};
const dueIn = (days: number) => ({ due: { when: 'after-start', amount: days, unit: 'days', at: null } });
const described = { type: 'doc', content: [{ type: 'image', attrs: { mediaId: id(91), alt: 'A weir' } }] };
const inSecond = (days: number) =>
  edited(work(dueIn(days)), set('course', 0, { rhythm }), {
    do: 'move-lessons',
    ids: [id(40)],
    sectionId: id(2),
    before: null,
  });
/** What is said of a rule: must be settled, worth a look, or nothing. */
const level = (outline: Outline, rule: string) => found(outline).find((one) => one.rule === rule)?.level ?? 'nothing';
test.each<[string, string, string]>([
  [
    'due in the second part before any second part can open',
    level(inSecond(2), 'assignment-due-before-open'),
    'settle',
  ],
  ['due in it for those who start on some days', level(inSecond(7), 'assignment-due-before-open-for-some'), 'look'],
  [
    'due in it after it has opened for everybody',
    level(inSecond(12), 'assignment-due-before-open-for-some'),
    'nothing',
  ],
  [
    'opens two hours after the start and is due that evening',
    level(
      edited(
        work({ due: { when: 'after-start', amount: 0, unit: 'days', at: '18:00' } }),
        set('lesson', 40, { opens: { when: 'after-start', amount: 2, unit: 'hours', at: null } }),
      ),
      'assignment-due-before-open',
    ),
    'nothing',
  ],
  [
    'a circle through a lesson that is only planned',
    level(
      edited(base, set('lesson', 11, { needs: [id(12)] }), set('lesson', 12, { needs: [id(11)], state: 'planned' })),
      'waits-circle',
    ),
    'nothing',
  ],
  [
    'a reading of one described picture',
    level(edited(base, words(12), words(21), set('text', 11, { content: described })), 'reading-empty'),
    'nothing',
  ],
  [
    'a certificate that asks for a grade where a quiz is worth nothing',
    level(
      award({ minPercent: 50 }, lesson(40, 1, 'quiz'), question, set('question', 31, { points: 0 })),
      'award-unreachable',
    ),
    'settle',
  ],
  [
    'mW beside MW',
    level(asks({ body: { options: [option('mW', true), option('MW')] } }), 'question-option-twice'),
    'nothing',
  ],
])('readiness asks when things really happen: %s', (_name, said, expected) => {
  expect(said).toBe(expected);
});

/** What is just enough: one less, or one more, is a case of its rule above. */
test.each<Case>([
  [
    'course-nothing-required',
    edited(base, set('lesson', 11, { required: false }), set('lesson', 12, { required: false })),
  ],
  ['lesson-long', edited(base, set('course', 0, { weekLimit: 100 }), set('lesson', 11, { minutes: 100 }))],
  ['lesson-no-minutes', edited(base, set('lesson', 11, { minutes: 1 }))],
  ['plan-after-access', edited(base, set('course', 0, { access: inDays(3) }), set('lesson', 12, { opens: inDays(2) }))],
  ['plan-closes-early', edited(base, set('lesson', 12, { opens: inDays(2), closes: inDays(3) }))],
  ['plan-week-over', edited(base, set('course', 0, { weekLimit: 100 }), set('lesson', 11, { minutes: 90 }))],
  ['live-before-material', meets(inDays(3), set('lesson', 12, { opens: inDays(3) }))],
  ['time-after-end', withFilm(chapters(0, 599_999)), [film]],
  ['question-options', asks({ body: { options: [option('a', true), option('b')] } })],
  ['question-many-right', asks({ body: { options: [option('a', true), option('b')] } })],
  ['question-no-right', asks({ body: { options: [option('a', true), option('b')] } })],
  ['question-no-points', asks({ points: 1 })],
  ['question-order-short', ordered('a', 'b')],
  ['question-matching-short', matched(['a', 'A'], ['b', 'B'])],
  ['question-matching-extra', matched(['a', 'A'], ['b', 'B'], ['', 'C'])],
  ['question-grouping-short', grouped(['one', 'two'], ['a', 'one'])],
  ['question-essay-length', asks({ kind: 'essay', body: { fromWords: 3, toWords: 3, guide: '' } })],
  ['question-opinion-steps', asks({ kind: 'opinion', body: { steps: ['no', 'yes'] } })],
  ['question-place-given-away', placed(id(91), ['a', true], ['b', false])],
  ['quiz-one-attempt', quiz({ attempts: 2 })],
  ['quiz-bands', quiz({ bands: [{ id: id(50), from: 0, to: 100, text: 'Again' }] })],
  ['assignment-unreachable', work({ points: 2000, passPoints: 2000 })],
  ['assignment-nothing', work({ takesText: false, files: 1, megabytes: 20 })],
])('%s says nothing of what is just enough', (rule, outline, media) => {
  expect(found(outline, media).filter((one) => one.rule === rule)).toEqual([]);
});

test('an outcome that a question serves is not said to be served by nothing', () => {
  const assessed = edited(asks({}), outcome, set('question', 31, { outcomes: [id(50)] }));
  expect(found(assessed).find((one) => one.rule === 'outcome-untaught')?.sentence).toBe(
    'The outcome "survey a reach" is assessed, but no lesson teaches it.',
  );
});

describe('readiness', () => {
  test.each<Case>([...cases])('reports %s, and its fix puts it right', (rule, outline, media) => {
    const finding = found(outline, media).find((one) => one.rule === rule);
    expect(finding?.sentence).toMatch(/^\S.*\S$/);
    if (!finding?.fix) return;
    const fixed = planEdit(outline, finding.fix.edit);
    expect(fixed.ok).toBe(true);
    const left = fixed.ok ? found(apply(outline, fixed.value), media) : [];
    expect(
      left.filter((one) => one.rule === rule && one.place.id === finding.place.id && one.sentence === finding.sentence),
    ).toEqual([]);
  });

  test('every rule has its case, and a course that is in order has no findings', () => {
    const rules = [
      courseRules,
      wholePlanRules,
      sectionRules,
      outcomeRules,
      lessonRules,
      planRules,
      questionRules,
    ].flatMap((all) => all.map((rule: { readonly id: string }) => rule.id));
    expect(cases.map(([rule]) => rule).sort()).toEqual([...rules].sort());
    const order = edited(
      empty,
      section(1),
      lesson(11, 1),
      words(11),
      set('lesson', 11, { state: 'ready' }),
      set('course', 0, { description: 'x', promise: 'y', audience: 'z' }),
    );
    expect(found(order)).toEqual([]);
  });

  test('a lesson that serves an outcome and a question that asks for it cover it', () => {
    const covered = edited(
      asks({ outcomes: [] }),
      outcome,
      set('lesson', 11, { outcomes: [id(50)] }),
      set('question', 31, { outcomes: [id(50)] }),
    );
    expect(found(covered).filter((one) => one.rule.startsWith('outcome'))).toEqual([]);
  });
});
