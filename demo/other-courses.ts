import type { FilmScene } from './films';
import { one, several } from './questions';
import type { Lesson } from './shapes';
import { wallCheck } from './wall-check';

export type SmallCourse = {
  readonly title: string;
  readonly description: string;
  readonly published: boolean;
  readonly sections: { readonly title: string; readonly lessons: Lesson[] }[];
};

/** Walks to hear: what is said at each stop. */
export const walks: Record<string, readonly FilmScene[]> = {
  'a-walk-along-the-wall': [
    {
      heading: 'At the gate',
      drawing: 'wall',
      says: 'Stand at the gate and look along the line of the wall. A good wall runs straight, and its top is level with the land, not with the horizon.',
      german:
        'Stell dich ans Tor und schau die Mauer entlang. Eine gute Mauer läuft gerade, und ihre Krone folgt dem Land, nicht dem Horizont.',
    },
    {
      heading: 'The belly',
      drawing: 'wall',
      says: 'Walk until the wall leans out towards you. Put your hand flat on it. Where it bellies, the middle was never filled, and frost has pushed the faces apart.',
      german:
        'Geh, bis die Mauer sich dir entgegen neigt. Leg die Hand flach darauf. Wo sie sich wölbt, war die Mitte nie gefüllt, und der Frost hat die Seiten auseinander gedrückt.',
    },
    {
      heading: 'The through stones',
      drawing: 'wall',
      says: 'Look for stones whose ends stand out on both sides. They tie the two faces together, one every metre, at the height of your knee.',
      german:
        'Such Steine, deren Enden auf beiden Seiten vorstehen. Sie binden die beiden Seiten zusammen, einer in jedem Meter, in Höhe des Knies.',
    },
    {
      heading: 'The gap',
      drawing: 'wall',
      says: 'Here it has fallen. Do not touch it yet. Lay the cope stones out first, then the rest by size, and leave yourself room to walk.',
      german:
        'Hier ist sie gefallen. Fass noch nichts an. Leg zuerst die Decksteine aus, dann den Rest nach Größe, und lass dir Platz zum Gehen.',
    },
  ],
};

export const otherCourses: SmallCourse[] = [
  {
    title: 'Dry stone walling: one day on the wall',
    description: 'What to know before you lay your first stone: a short course to take whenever you like.',
    published: true,
    sections: [
      {
        title: 'Before the day',
        lessons: [
          {
            title: 'How a wall stands',
            kind: 'reading',
            text: 'A dry stone wall has no mortar. It stands because each stone rests on two and holds two down, and because its two faces lean towards one another.\n\n![wall]\n\n## Four rules\n\n1. One on two, two on one: never let joints run up the wall.\n2. Length goes into the wall, not along it.\n3. Keep the middle full.\n4. Build to the line, not to the stone.',
          },
          {
            title: 'Check: one on two',
            kind: 'quiz',
            weight: 10,
            text: 'Two questions before you come.',
            quiz: { passPercent: 50, attempts: null, minutes: null, counts: 'best', shows: 'points-and-answers' },
            questions: [
              one('How does a long stone lie?', 1000, [
                ['With its length into the wall', true],
                ['With its length along the wall', false, 'It looks good, and slides out in five winters.'],
              ]),
              several('What keeps a wall standing?', 2000, [
                ['Broken joints', true],
                ['A full middle', true],
                ['Mortar at the foot', false],
              ]),
            ],
          },
        ],
      },
      {
        title: 'After the day',
        lessons: [
          {
            title: 'Keeping your hand in',
            kind: 'reading',
            text: 'Walls teach best when they have fallen. Walk along one after frost, and look for where it begins to belly: there the middle was not full.',
          },
          {
            title: 'A walk along the wall',
            kind: 'audio',
            file: 'a-walk-along-the-wall',
            text: 'Take it with you: four stops, a minute each. What is said can also be read.',
          },
          wallCheck,
        ],
      },
    ],
  },
  {
    title: 'Reading a hedgerow',
    description: '',
    published: false,
    sections: [
      {
        title: 'How old is it?',
        lessons: [
          {
            title: 'Counting species in thirty metres',
            kind: 'reading',
            state: 'draft',
            text: 'Pace out thirty metres and count the woody species on one side. One for each century is a rule of thumb, and like most thumbs it is sometimes too short.\n\n![hedge]',
          },
          { title: 'Banks, ditches and parish lines', kind: 'film', state: 'draft' },
          { title: 'Your thirty metres', kind: 'assignment', state: 'planned' },
        ],
      },
      { title: 'Who lives in it?', lessons: [{ title: 'Dormouse, or not?', kind: 'quiz', state: 'planned' }] },
    ],
  },
  {
    title: 'Wells and springs of the parish',
    description: '',
    published: false,
    sections: [
      {
        title: 'Finding them',
        lessons: [
          {
            title: 'What old maps tell',
            kind: 'reading',
            state: 'planned',
            asks: 'Where was water a hundred years ago?',
            mediums: ['screencast', 'worksheet'],
            note: 'The county sheets of 1880; ask the archive for a scan.',
            minutes: 12,
          },
          {
            title: 'Asking at doors',
            kind: 'film',
            state: 'planned',
            asks: 'What do I say, and when do I leave?',
            mediums: ['explainer'],
            minutes: 6,
          },
          {
            title: 'A spring or a leak?',
            kind: 'reading',
            state: 'planned',
            asks: 'How do I tell them apart?',
            mediums: ['text'],
            minutes: 8,
          },
        ],
      },
    ],
  },
];
