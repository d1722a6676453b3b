import type { Actor } from '../src/core/people';
import type { Difficulty, Draw } from '../src/core/quiz';
import { newId } from '../src/server/platform/ids';
import { guessed, number, one, several, statement, word, wronglyMarked } from './questions';
import type { QuestionInput } from './shapes';

/** The bank of the sample school: by category, each question with how hard it is and its tags. */
type Entry = readonly [difficulty: Difficulty, question: QuestionInput, ...tags: string[]];

const arithmetic = 'arithmetic';
const safety = 'field safety';
const exam = 'exam 2026';

/** To three figures, as people write them. */
const short = (value: number) => String(Number(value.toPrecision(3)));

const speeds: readonly Entry[] = [
  [10, 18.2],
  [10, 22.5],
  [5, 9.4],
  [8, 20],
  [12, 16.8],
  [6, 15.5],
  [20, 41],
  [15, 27.3],
  [10, 14.6],
  [9, 30],
  [4, 11.2],
  [25, 38],
  [7, 8.9],
  [10, 47],
].map(([metres = 0, seconds = 1], i) => [
  i < 4 ? 1 : 2,
  number(
    `A float passes ${metres} m in ${seconds} s. What is the surface speed?`,
    1000,
    short(metres / seconds),
    '2%',
    'm/s',
  ),
  arithmetic,
]);
const means: readonly Entry[] = [0.31, 0.44, 0.55, 0.62, 0.8, 1.05].map((speed) => [
  2,
  number(
    `Correct a surface speed of ${speed} m/s to the mean speed of the water.`,
    1000,
    short(speed * 0.85),
    '2%',
    'm/s',
  ),
  arithmetic,
]);
const areas: readonly Entry[] = [
  [2.4, 0.31],
  [1.8, 0.22],
  [3.6, 0.45],
  [0.9, 0.12],
  [5.2, 0.38],
  [4, 0.2],
  [2.9, 0.51],
  [1.2, 0.18],
  [6.5, 0.62],
  [3.1, 0.27],
  [2.2, 0.09],
  [7.4, 0.4],
  [0.6, 0.33],
].map(([width = 0, depth = 0]) => [
  1,
  number(
    `The river is ${width} m wide and ${depth} m deep on average. How large is the cross section?`,
    1000,
    short(width * depth),
    '2%',
    'm²',
  ),
  arithmetic,
  exam,
]);
const flows: readonly Entry[] = [
  [0.744, 0.47],
  [0.4, 0.3],
  [1.62, 0.6],
  [0.11, 0.25],
  [1.98, 0.85],
  [0.8, 0.5],
  [1.48, 0.41],
  [0.22, 0.7],
  [4.03, 0.36],
  [0.84, 0.19],
  [2.96, 0.55],
  [0.2, 0.9],
  [0.55, 0.64],
].map(([area = 0, speed = 0]) => [
  3,
  number(
    `A cross section of ${area} m² carries water at a mean speed of ${speed} m/s. What is the discharge?`,
    2000,
    short(area * speed),
    '3%',
    'm³/s',
  ),
  arithmetic,
  exam,
]);
const gauges: readonly Entry[] = [
  [0.42, 0.35],
  [1.1, 0.85],
  [0.67, 0.71],
  [0.9, 0.62],
  [0.31, 0.48],
  [0.55, 0.29],
  [1.24, 1.02],
  [0.4, 0.93],
  [0.77, 0.7],
  [0.66, 0.81],
].map(([today = 0, before = 0]) => [
  1,
  number(
    `The gauge read ${before} m yesterday and ${today} m today. By how much did the water rise? Write a fall as a negative number.`,
    1000,
    short(today - before),
    '0.005',
    'm',
  ),
  arithmetic,
]);
const indices: readonly Entry[] = [
  [4, 10, 6, 5],
  [10, 10, 8, 4],
  [3, 2, 6],
  [8, 7, 5, 4, 2],
  [10, 6],
  [7, 7, 3, 2],
].map((scores) => [
  2,
  number(
    `Families score ${scores.join(', ')}. What is the mean score of a family?`,
    1000,
    short(scores.reduce((a, b) => a + b, 0) / scores.length),
    '2%',
    '',
  ),
  arithmetic,
  exam,
]);

const said = (difficulty: Difficulty, holds: boolean, words: string, why: string, ...tags: string[]): Entry => [
  difficulty,
  statement(words, 1000, holds, why),
  ...tags,
];
const term = (difficulty: Difficulty, asked: string, ...forms: string[]): Entry => [
  difficulty,
  word(asked, 1000, forms),
  'words',
];

const reach: readonly Entry[] = [
  said(1, true, 'A reach should hold a riffle, a run and a pool.', 'Each is home to other animals.'),
  said(
    1,
    false,
    'The best reach is the one that is easiest to park at.',
    'It has to stand for the river, not for the road.',
  ),
  said(
    2,
    false,
    'A reach just below a bridge stands well for the river above it.',
    'Bridges narrow the water and change its bed.',
  ),
  said(
    2,
    true,
    'The same reach is surveyed in every year, so that years can be compared.',
    'Another reach is another river.',
  ),
  said(1, false, 'One may survey alone if the water is shallow.', 'Nobody goes in alone.', safety),
  said(1, true, 'If you cannot see your boots, you do not go in.', 'Brown water hides its depth.', safety),
  said(2, true, 'You look upstream first: what comes, comes from there.', 'Branches and floods do not knock.', safety),
  said(
    3,
    false,
    'A reach of ten metres is long enough for a small river.',
    'Forty metres hold what a small river has to show.',
  ),
  term(1, 'What is shallow, fast and broken water called?', 'riffle', 'a riffle'),
  term(1, 'What is deep, slow water with a smooth surface called?', 'pool', 'a pool'),
  term(2, 'What is fast water with an unbroken surface called?', 'run', 'a run'),
  term(
    2,
    'On which side of a bend does the river take its bank away?',
    'outer',
    'the outer',
    'outside',
    'the outer side',
  ),
  [
    2,
    one('Where is the water fastest in a bend?', 1000, [
      ['Along the outer bank', true],
      ['In the middle', false],
      ['Along the inner bank', false],
    ]),
  ],
  [
    1,
    several('What do you take to the water?', 1000, [
      ['A friend', true],
      ['A phone in a dry bag', true],
      ['Headphones', false],
    ]),
    safety,
  ],
  [
    3,
    one('Two reaches differ in width, depth and shade. Which one do you choose?', 1000, [
      ['The one that is most like the rest of the river', true],
      ['The widest', false],
      ['The shadiest', false],
    ]),
  ],
  [
    2,
    one('Where do you cross?', 1000, [
      ['Where it is wide and shallow', true],
      ['Where it is narrow and deep', false],
      ['On wet stones', false],
    ]),
    safety,
  ],
];
const float: readonly Entry[] = [
  said(1, true, 'An orange floats low, so that the wind hardly moves it.', 'What stands high sails.'),
  said(2, false, 'One run of the float is enough if the watch is good.', 'Three runs show how far they differ.'),
  said(2, false, 'The float shows the mean speed of the water.', 'It shows the surface, which is faster.'),
  said(3, true, 'Close to the bed the water is slower than at the surface.', 'The bed holds it back.'),
  term(2, 'By which number is a surface speed multiplied to get the mean speed?', '0.85', '.85', '0,85'),
  [
    1,
    several('Which of these make the float run too fast?', 1000, [
      ['Wind from behind', true],
      ['Stopping the watch too early', true],
      ['Weed in the channel', false],
    ]),
  ],
];
const stones: readonly Entry[] = [
  said(1, true, 'A family counts once, however many animals of it there are.', 'The index counts families.'),
  said(
    2,
    false,
    'Many animals of one family mean a healthy river.',
    'Few families with many animals often mean the opposite.',
  ),
  said(1, false, 'Animals are kept in the tray until the report is written.', 'They go back within the hour.'),
  said(2, true, 'Stoneflies need water rich in oxygen.', 'That is why they score high.'),
  said(2, true, 'Worms and midge larvae live in poor water as well as in good.', 'That is why they score low.'),
  said(3, false, 'A cased caddis is told by its three tails.', 'Mayflies have three tails; a caddis has a case.'),
  said(1, true, 'The kick lasts three minutes.', 'So that samples can be compared.'),
  said(
    3,
    true,
    'A sample below an outfall can score lower than one above it on the same day.',
    'What flows in takes oxygen.',
  ),
  term(1, 'Which animal builds a case of sand grains?', 'caddis', 'cased caddis', 'caddisfly', 'caddis larva'),
  term(2, 'Which nymph has two tails?', 'stonefly', 'stonefly nymph'),
  term(2, 'Which nymph has three tails?', 'mayfly', 'mayfly nymph'),
  term(1, 'What is the animal that curls like a comma and swims on its side?', 'shrimp', 'freshwater shrimp'),
  term(3, 'Which larvae sit in rows on stones and catch their food with fans?', 'blackfly', 'blackfly larvae'),
  [
    1,
    one('Where do you kick?', 1000, [
      ['Upstream of the net', true],
      ['Downstream of the net', false],
      ['Beside the net', false],
    ]),
  ],
  [
    2,
    one('Which scores highest?', 1000, [
      ['Perlodidae', true],
      ['Baetidae', false],
      ['Chironomidae', false],
    ]),
    exam,
  ],
  [
    2,
    one('Which scores lowest?', 1000, [
      ['Oligochaeta', true],
      ['Heptageniidae', false],
      ['Gammaridae', false],
    ]),
    exam,
  ],
  [
    3,
    one('Ten families score 60 together, then an eleventh with 3 is found. What happens to the mean?', 1000, [
      ['It falls', true],
      ['It rises', false],
      ['Nothing', false],
    ]),
    arithmetic,
  ],
  [
    2,
    several('Which are insects?', 1000, [
      ['Stonefly', true],
      ['Mayfly', true],
      ['Freshwater shrimp', false],
      ['Leech', false],
    ]),
  ],
  [
    3,
    several('Which breathe through gills on their body?', 1000, [
      ['Mayfly nymph', true],
      ['Cased caddis', true],
      ['Water boatman', false],
    ]),
  ],
  [
    1,
    several('What goes into the tray?', 1000, [
      ['A finger of clear river water', true],
      ['What the net holds', true],
      ['Tap water', false],
    ]),
  ],
  [
    2,
    one('A stone is lifted. What do you do with it afterwards?', 1000, [
      ['Put it back as it lay', true],
      ['Leave it upside down to dry', false],
      ['Throw it to the bank', false],
    ]),
  ],
];
const report: readonly Entry[] = [
  said(1, true, 'A report says where, when and how before it says what.', 'Who reads it was not there.'),
  said(2, false, 'A figure that does not fit is left out.', 'It is told, with what may have caused it.'),
  said(2, true, 'Every figure has a unit.', 'Half a metre is not half a mile.'),
  said(
    3,
    false,
    'The mean of two figures is always nearer to the truth than either.',
    'Not if one of them was measured wrongly.',
  ),
  term(1, 'In which unit is a discharge given?', 'm³/s', 'm3/s', 'cubic metres a second', 'cubic metres per second'),
  [
    1,
    several('What stands at the top of a report?', 1000, [
      ['The reach', true],
      ['The day', true],
      ['Your opinion of the farmer', false],
    ]),
  ],
  [
    2,
    one('Two surveys differ by a third. What do you write first?', 1000, [
      ['What was different on the two days', true],
      ['That the second one is right', false],
      ['The mean of both', false],
    ]),
  ],
  [
    3,
    one(
      'A stranger repeats your survey and finds half of your index. What has to be in your report so that both can be right?',
      1000,
      [
        ['The reach, the day, the water and the minutes of the kick', true],
        ['Your name', false],
        ['A photograph of the tray', false],
      ],
    ),
  ],
];
const others: readonly Entry[] = [
  said(1, true, 'A water shrew hunts under water.', 'It does, and it is quick.'),
  said(2, false, 'Rivers in the south of a country are always warmer.', 'Height and shade count for more.'),
  term(1, 'Which bird walks under water along the bed?', 'dipper', 'a dipper'),
  term(2, 'Which bird hangs its nest into the reeds?', 'reed warbler', 'a reed warbler'),
  [
    1,
    one('What is a beck?', 1000, [
      ['A small river', true],
      ['A bridge', false],
      ['A bird', false],
    ]),
  ],
  [
    2,
    one('Which tree stands most often with its feet in the water?', 1000, [
      ['Alder', true],
      ['Beech', false],
      ['Larch', false],
    ]),
  ],
  [
    3,
    one('In which month do most mayflies leave the water?', 1000, [
      ['May and June', true],
      ['January', false],
      ['October', false],
    ]),
  ],
];

type Branch = { readonly title: string; readonly own: readonly Entry[]; readonly below: readonly Branch[] };
const leaf = (title: string, own: readonly Entry[]): Branch => ({ title, own, below: [] });
const tree: readonly Branch[] = [
  leaf('Choosing a reach', reach),
  {
    title: 'Flow',
    own: [],
    below: [
      // Two that stand on a paper as well, and whose figures are bad.
      leaf('Float method', [...float, ...speeds.slice(1), ...means, [1, guessed]]),
      leaf('Discharge', [...areas, ...flows.slice(1), [2, wronglyMarked]]),
      leaf('Staff gauge', gauges),
    ],
  },
  { title: 'Life under stones', own: stones, below: [leaf('The index', indices)] },
  leaf('Writing it up', report),
];

/** Fills the bank; gives back the ids of its categories by their titles. */
export async function seedBank(
  actor: Actor,
  perform: (actor: Actor, name: string, input: object) => Promise<unknown>,
): Promise<ReadonlyMap<string, string>> {
  const ids = new Map<string, string>();
  const put = (categoryId: string | null, entries: readonly Entry[]) =>
    entries.length === 0
      ? null
      : perform(actor, 'bank.put-questions', {
          categoryId,
          questions: entries.map(([difficulty, question, ...tags]) => ({
            ...{ id: newId(), difficulty, tags, outcomes: [] },
            ...question,
          })),
        });
  const plant = async (branches: readonly Branch[], parentId: string | null): Promise<void> => {
    for (const { title, own, below } of branches) {
      const id = newId();
      ids.set(title, id);
      await perform(actor, 'bank.put-category', { id, parentId, title });
      await put(id, own);
      await plant(below, id);
    }
  };
  await plant(tree, null);
  await put(null, others);
  return ids;
}

/** What a quiz of the sample draws, at the end of its paper. */
export const drawOf = (categoryId: string, count: number, order: string): Draw => ({
  ...{ id: newId(), order, categoryId, count, points: 1000, from: 1, to: 3, tags: [], unseen: true },
});
