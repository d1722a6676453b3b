import { expect, test } from 'vitest';
import { type Action, type Actor, beginsWith, can, everywhere, mayMark, worksHere } from './index';

const people: Record<string, Actor | null> = {
  nobody: null,
  learner: { id: 'l', role: 'learner', courses: {} },
  marker: { id: 'm', role: 'marker', courses: { here: 'marker' } },
  creator: { id: 'c', role: 'creator', courses: { here: 'creator' } },
  'a learner who marks': { id: 'b', role: 'learner', courses: { here: 'marker' } },
  owner: { id: 'o', role: 'owner', courses: {} },
};
const actions: Action[] = [
  'people.manage',
  'course.create',
  'course.edit',
  'course.publish',
  'course.enrol',
  'course.staff',
  'gradebook.read',
  'gradebook.change',
  'certificate.issue',
  'certificate.design',
  'marking.mark',
];
const making = actions.filter((action) => action !== 'people.manage' && action !== 'course.create');

test.each<[string, Action[], Action[]]>([
  ['nobody', [], []],
  ['learner', [], []],
  ['marker', ['marking.mark'], []],
  ['creator', ['course.create', ...making], ['course.create', 'certificate.design']],
  ['a learner who marks', ['marking.mark'], []],
  ['owner', actions, actions],
])('what %s may do in a course of their own, and in another', (who, here, elsewhere) => {
  const actor = people[who] ?? null;
  expect(actions.filter((action) => can(actor, action, { courseId: 'here' }))).toEqual(here);
  expect(actions.filter((action) => can(actor, action, { courseId: 'there' }))).toEqual(elsewhere);
});

test('what is one’s own to do is done by oneself, whoever one is, and by nobody for another', () => {
  for (const action of ['course.take', 'account.change'] as const)
    for (const actor of Object.values(people))
      expect([can(actor, action, { courseId: 'here', own: true }), can(actor, action, { courseId: 'here' })]).toEqual([
        actor !== null,
        false,
      ]);
});

test.each([
  ['learner', false, false, 'learning'],
  ['a learner who marks', false, true, 'learning'],
  ['marker', false, true, 'marking'],
  ['creator', false, true, 'courses'],
  ['owner', true, true, 'courses'],
] as const)('%s: in every course %s, has to do with others %s, begins with %s', (who, all, works, begins) => {
  const actor = people[who] as Actor;
  expect([everywhere(actor, 'course.edit'), worksHere(actor), beginsWith(actor)]).toEqual([all, works, begins]);
  expect(everywhere(actor, 'course.take')).toBe(false);
});

test.each([
  ['owner', 'somebody', null, true],
  ['owner', 'o', null, false],
  ['owner', 'somebody', 'another', true],
  ['owner', 'o', 'o', false],
  ['marker', 'somebody', null, true],
  ['marker', 'somebody', 'another', false],
  ['a learner who marks', 'b', null, false],
  ['a learner who marks', 'somebody', 'b', true],
  ['nobody', 'somebody', null, false],
])('%s marking the work of %s that is shared to %s: %s', (who, learnerId, sharedTo, may) => {
  expect(mayMark(people[who] ?? null, { courseId: 'here', learnerId, sharedTo })).toBe(may);
});
