import type { AssignmentSettings, Criterion } from '../src/core/assignment';
import { newId } from '../src/server/platform/ids';
import type { Lesson } from './shapes';

/** A check that is written by hand at the wall, scanned, and marked on its pages. */
const part = (text: string, points: number) => ({ id: newId(), text, points: points * 1000 });

export const wallQuestions = [
  'Draw a section through the wall and name its parts.',
  'Why is the middle filled as the wall goes up, and not at the end?',
  'A wall bellies at knee height. What was done wrong, and how do you put it right?',
] as const;

export const wallCriteria: readonly Criterion[] = [
  {
    ...{ id: newId(), title: '1 The section', guide: 'Foundation, two faces, hearting, through stone, cope.' },
    by: 'checks',
    parts: [
      part('Both faces lean inwards', 2),
      part('The middle is drawn full', 2),
      part('A through stone at knee height', 1),
      part('The cope sits across both faces', 1),
    ],
  },
  {
    ...{
      id: newId(),
      title: '2 The middle',
      guide: 'Each stone is held from behind as it is laid: full marks for that thought.',
    },
    by: 'levels',
    parts: [
      part('No reason is given', 0),
      part('It says that the middle must be full', 2),
      part('It says that each stone is held as it is laid', 4),
    ],
  },
  {
    ...{
      id: newId(),
      title: '3 The belly',
      guide: 'No through stones, or an empty middle. Taken down to below the belly.',
    },
    ...{ by: 'points', most: 5000, step: 1000 },
  },
];

const assignment: AssignmentSettings = {
  ...{ points: 15_000, passPoints: 9000, takesText: false, files: 1, megabytes: 20, kinds: ['pdf', 'picture'] },
  ...{ due: null, takesLate: true, attempts: 2, criteria: wallCriteria, showsModel: true },
  model: 'The middle is filled course by course, so that every stone is held from behind from the moment it is laid.',
};

export const wallCheck: Lesson = {
  title: 'Written check: how a wall stands',
  kind: 'assignment',
  weight: 20,
  minutes: 30,
  text: `Written by hand at the end of the day, on the sheet you are given.\n\n${wallQuestions.map((words, i) => `${i + 1}. ${words}`).join('\n')}\n\nYour sheet is scanned and handed in for you.`,
  assignment,
};

/** What people write, from weak to strong. */
export const wallAnswers: readonly (readonly string[])[] = [
  [
    'So that it looks tidy on both sides.',
    'Because an empty middle lets the faces fall inwards.',
    'Each stone needs something behind it while it is laid. Filled later, the small stones only lie on top and hold nothing.',
  ],
  [
    'The stones were too small. Push them back in.',
    'The middle was left empty. I would take some stones out and fill it.',
    'No through stones at that height, or no hearting. Take it down to below the belly, lay the stones out, and build it up with a full middle and a through stone every metre.',
  ],
];
