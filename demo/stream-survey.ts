import { reportCriteria, reportModel } from './criteria';
import { essay, guessed, number, one, opinion, several, statement, word, wronglyMarked } from './questions';
import type { Lesson } from './shapes';

/** The course as its creators made it. Minutes without a figure are worked out. */
export const streamSurvey: { readonly title: string; readonly lessons: Lesson[] }[] = [
  {
    title: 'Before you wade in',
    lessons: [
      {
        title: 'Welcome to the river',
        kind: 'film',
        file: 'welcome-to-the-river',
        minutes: 6,
        text: 'Nobody is born able to read a river. It takes a stretch of bank, a few plain tools and the patience to write down what you see **before** you decide what it means.',
      },
      {
        title: 'What you will be able to do',
        kind: 'reading',
        minutes: 4,
        text: `By the end you will have surveyed one stretch of a small river, twice, and written two pages about it that somebody else can check.

## What you will be able to do

1. Work safely beside and in shallow water.
2. Choose a survey reach and say why you chose it.
3. Measure the discharge with a float, a tape and a stick.
4. Take a kick sample and name the families in the tray.
5. Work out an index from your tallies, and say how far it can be trusted.

## What this course is not about

We do not test for chemicals, and we do not look for somebody to blame. A single survey says how a river was on one day. The worth of it grows when you, or the person after you, come back to the same forty metres.

> A number without its place, its day and its method is only a rumour.

![river]`,
      },
      {
        title: 'Safety at the bank',
        kind: 'film',
        file: 'safety-at-the-bank',
        minutes: 9,
        text: 'Three rules stand above everything else in this course: never alone, never above the knee, never with dirty boots.',
      },
      {
        title: 'Your home stretch: a short profile',
        kind: 'assignment',
        minutes: 15,
        weight: 5,
        assignment: {
          points: 5000,
          passPoints: 2500,
          takesText: true,
          files: 2,
          megabytes: 20,
          due: { when: 'after-start', amount: 5, unit: 'days', at: '23:59' },
          takesLate: true,
          attempts: 1,
        },
        text: `Tell us in about 120 words who you are and which water is nearest to your door.

- Where is it, and how wide?
- When did you last stand beside it?
- What would you like to know about it?

A photograph is welcome, but not needed.`,
      },
    ],
  },
  {
    title: 'Choosing a survey reach',
    lessons: [
      {
        title: 'What makes a reach',
        kind: 'reading',
        minutes: 8,
        text: `A **reach** is a stretch of river that is treated as one place. Ours is forty metres long. That is short enough to know by heart, and long enough to hold the three kinds of water that small rivers are made of.

![riffle]

## Riffle, run, pool

In a **riffle** the water is shallow and quick, and its surface is broken by stones. A **run** is deeper, still moving, with a smooth surface. In a **pool** the water is deep and slow, and leaves gather on the bed.

Animals that need much oxygen live in the riffle. Those that dig, or wait, live in the pool. A sample taken from one of them alone would tell you about that water and not about the river.

:exercise

## Five questions before you decide

1. Does the stretch hold one riffle, one run and one pool?
2. Can you get in and out safely, at both ends?
3. Has the owner of the bank agreed?
4. Is there a pipe, a ford or a cattle drink within a hundred metres upstream? Then note it, or choose again.
5. Will you still find it in autumn, when the nettles have died back?

:exercise`,
        questions: [
          one(
            'The water is quick and shallow, and its surface is broken. Where are you standing?',
            1000,
            [
              ['In a riffle', true],
              ['In a run', false, 'A run moves too, but its surface is smooth.'],
              ['In a pool', false, 'In a pool the leaves come to rest.'],
            ],
            'And that is where to look for animals that need much oxygen.',
          ),
          statement(
            'A stretch below a cattle drink can be surveyed, as long as it is written down.',
            1000,
            true,
            'Read the fourth question again.',
          ),
        ],
      },
      {
        title: 'Walking the reach',
        kind: 'film',
        file: 'walking-the-reach',
        minutes: 14,
        text: 'Walk the whole stretch before you choose. You are looking for forty metres that hold one riffle, one run and one pool, with safe ways in and out. Mark both ends with tape so that you come back to the same place in autumn.',
      },
      {
        title: 'Name the parts of a riffle',
        kind: 'quiz',
        minutes: 6,
        weight: 0,
        required: false,
        state: 'draft',
        quiz: { passPercent: 0, attempts: null, minutes: null, counts: 'last', shows: 'points-and-answers' },
        text: 'Practice, as often as you like. It does not count.',
        questions: [
          one('What breaks the surface of a riffle?', 1000, [
            ['Stones on the bed', true],
            ['Wind from upstream', false],
            ['Fish rising', false],
          ]),
          statement(
            'A riffle is deeper than the pool below it.',
            1000,
            false,
            'A riffle is where the water is shallow and broken.',
          ),
          word(
            'What is a stretch of smooth, quick water called?',
            1000,
            ['run', 'a run'],
            'It lies between a riffle and a pool.',
          ),
          one('Where does a riffle usually end?', 1000, [
            ['Where the bed drops into a pool', true],
            ['At the first bend', false],
            ['At a bridge', false],
          ]),
        ],
      },
      {
        title: 'Check: reach or not?',
        kind: 'quiz',
        minutes: 8,
        weight: 15,
        quiz: { passPercent: 60, attempts: 3, minutes: null, counts: 'best', shows: 'points-and-answers' },
        text: 'Four questions. You may take it three times; the best one counts.',
        questions: [
          one(
            'Which stretch would you survey?',
            2000,
            [
              [
                'The pool under the footbridge, forty metres of it',
                false,
                'Still water hides the animals you are counting.',
              ],
              ['Twenty metres of riffle, then a run and a short pool', true],
              ['The straight bank where cattle drink', false, 'Trampled banks tell you about cattle first.'],
            ],
            'It holds all three kinds of water.',
            'A reach needs a riffle, a run and a pool.',
          ),
          several(
            'What has to be settled before you mark a reach?',
            4000,
            [
              ['The owner of the bank has agreed', true],
              ['There are safe ways in and out', true],
              ['It holds a riffle, a run and a pool', true],
              ['There is no bridge in sight', false],
              ['The water is warm', false],
            ],
            'All three, and nothing else.',
            'Think of the five questions.',
          ),
          number('How many metres long is our survey reach?', 1000, '40', '0', 'm'),
          one('A pipe enters sixty metres upstream. What do you do?', 3000, [
            ['Note it, or choose another reach', true],
            ['Ignore it, since it is outside the reach', false, 'What enters upstream arrives in your sample.'],
            ['Survey the pipe as well', false],
          ]),
        ],
      },
    ],
  },
  {
    title: 'Measuring flow',
    lessons: [
      {
        title: 'The float method',
        kind: 'film',
        file: 'the-float-method',
        minutes: 11,
        text: 'An orange floats just below the surface, can be seen from the bank, and does no harm when you lose it.',
        attached: [
          { file: 'flow-worksheet', title: 'The worksheet, to print beforehand', access: 'open' },
          { file: 'twelve-families-to-know', title: 'What may drift past meanwhile', access: 'view' },
        ],
      },
      {
        title: 'Flow worksheet',
        kind: 'document',
        file: 'flow-worksheet',
        minutes: 10,
        text: 'Print both pages. The second one is for the day it rains on the first.',
      },
      {
        title: 'Field clinic: flow',
        kind: 'live',
        live: {
          ...{
            day: 16,
            minutes: 60,
            before: ['The float method', 'Flow worksheet'],
            after: ['Work out the discharge'],
          },
          plan: [
            ['Questions from week 3', 14],
            ['Three floats', 20],
            ['In pairs: your figures', 16],
            ['What next', 10],
          ],
        },
        text: `The field clinic is an hour by the water with a marker of the school. Bring the worksheet, a tape, a stick with centimetres on it, a watch and an orange.

## How the hour goes

- Ten minutes: where to measure, and what to do about weed.
- Twenty minutes: everybody measures the same cross section, in pairs.
- Twenty minutes: we compare. The figures **will** differ; that is the lesson.
- Ten minutes: what to write down, so that the difference can be understood a year later.

:care Nobody goes in above the knee, and nobody goes in alone. If the water is brown, we measure from the bridge and talk about that instead.

## From a float to a flow

The float gives the speed of the surface, which is faster than the water below it. Multiply it by 0.85, and by the area of the cross section:

$$ Q = 0.85 \\cdot v_{\\text{surface}} \\cdot \\bar{d} \\cdot w

| What | Sign | Measured in |
| --- | --- | --- |
| speed of the surface | v | metres a second |
| mean depth | d | metres |
| width | w | metres |
| discharge | Q | cubic metres a second |

:folded Try it: v is 0.50 m/s, d is 0.20 m, w is 4 m
Q is 0.85 times 0.50 times 0.20 times 4, which is **0.34** cubic metres a second: a bath full every second.

## If you cannot come

Do the same with a friend at your own stretch, and bring both of your figures. Two honest measurements that disagree teach more than one that agrees with nobody.`,
      },
      {
        title: 'Work out the discharge',
        kind: 'quiz',
        minutes: 12,
        weight: 20,
        quiz: { passPercent: 60, attempts: 3, minutes: 20, counts: 'best', shows: 'points-and-answers' },
        text: 'You have twenty minutes from the moment you begin. Have a calculator and paper ready.',
        questions: [
          number(
            'The orange takes 18.2 s, 17.6 s and 18.9 s for ten metres. What is the surface speed?',
            2000,
            '0.548',
            '0.01',
            'm/s',
            'Ten metres divided by 18.23 seconds.',
            'Take the mean of the three times first, then divide ten metres by it.',
          ),
          number(
            'Correct a surface speed of 0.55 m/s to the mean speed of the water.',
            2000,
            '0.4675',
            '0.005',
            'm/s',
            '0.55 times 0.85.',
            'The surface is faster than the water below it: multiply by 0.85.',
          ),
          number(
            'The river is 2.4 m wide and 0.31 m deep on average. How large is the cross section?',
            2000,
            '0.744',
            '1%',
            'm²',
            '',
            'Width times mean depth.',
          ),
          number(
            'What is the discharge, with these three?',
            2000,
            '0.348',
            '3%',
            'm³/s',
            'Area times mean speed.',
            'Multiply the area by the mean speed, not by the surface speed.',
          ),
          guessed,
          wronglyMarked,
        ],
      },
    ],
  },
  {
    title: 'Life under stones',
    lessons: [
      {
        title: 'The three minute kick sample',
        kind: 'film',
        file: 'the-three-minute-kick-sample',
        minutes: 12,
        text: 'Three minutes sound short until you kick for them. Share them out before you begin: so much for the riffle, so much for the run, so much for the edge.',
      },
      {
        title: 'Twelve families to know',
        kind: 'document',
        file: 'twelve-families-to-know',
        minutes: 15,
        text: 'Twelve families cover nine out of ten animals that you will meet in a small river here. Learn them by their legs and tails, and leave colour for last.',
      },
      {
        title: 'Sort the tray',
        kind: 'reading',
        minutes: 10,
        text: `![tray]

Wait a minute before you touch the tray. What swims will swim, what crawls will crawl, and you will know half of the families by how they move.

## In this order

1. Take out the large and the fast first: they eat the others.
2. Sort what remains into a tray with sections, one kind to each.
3. Count up to a hundred, then estimate, and write down which of the two you did.
4. Put everything back where you took it.

_Flattened, with two tails_: a stonefly. _Flattened, with three_: probably a mayfly. _In a case of sand_: a caddis. _On its side, curled_: a freshwater shrimp.`,
      },
      {
        title: 'Field clinic: sorting',
        kind: 'live',
        live: {
          ...{ day: 44, minutes: 45, before: ['Twelve families to know'], after: ['Scoring the sample'] },
          plan: [
            ['The tray', 10],
            ['Sorting, four to a tray', 25],
            ['What puzzled you', 10],
          ],
        },
        text: `The second hour by the water. We take one kick sample together and sort it at a table, four people to a tray.

Bring a hand lens if you have one, and a spoon. Do not bring a key to the families: we begin with eyes only, and you will be surprised how far they take you.`,
      },
      {
        title: 'Scoring the sample',
        kind: 'quiz',
        minutes: 12,
        weight: 20,
        quiz: { passPercent: 60, attempts: 2, minutes: null, counts: 'mean', shows: 'points-and-answers' },
        text: 'Each family counts once, however many animals there are. The mean of your attempts counts.',
        questions: [
          number(
            'Families found: Baetidae 4, Perlodidae 10, Gammaridae 6, Simuliidae 5. What is the index?',
            2000,
            '25',
            '0',
            '',
            'The scores add up; the counts do not matter.',
            'Add the scores of the families.',
          ),
          number(
            'And what is the mean score of a family?',
            2000,
            '6.25',
            '0.01',
            '',
            '25 divided by four families.',
            'Divide the index by the number of families.',
          ),
          one('In the second sample there are 80 Baetidae instead of 46. What happens to the index?', 3000, [
            ['Nothing', true],
            ['It rises by 34', false, 'It counts families, not animals.'],
            ['It nearly doubles', false, 'It counts families, not animals.'],
          ]),
          several(
            'Which families point to water rich in oxygen?',
            3000,
            [
              ['Perlodidae', true],
              ['Heptageniidae', true],
              ['Asellidae', false],
              ['Chironomidae', false],
            ],
            '',
            'High scores belong to families that need much oxygen.',
          ),
        ],
      },
      {
        title: 'What the stones tell',
        kind: 'quiz',
        minutes: 15,
        weight: 5,
        required: false,
        quiz: { passPercent: 0, attempts: 1, minutes: null, counts: 'last', shows: 'points-and-answers' },
        text: 'One question to think about. Temi reads what you write.',
        questions: [
          one('Which of these lives in silt?', 1000, [
            ['Worms', true],
            ['Stonefly nymphs', false, 'They need clean gaps between stones.'],
          ]),
          essay(
            'Below the weir there are worms and no stoneflies; above it, the other way round. What do you make of it?',
            6000,
            50,
            150,
            `Two points each:
- silt settles where the water is slow
- stoneflies need clean gaps and oxygen
- it says how it could be checked`,
          ),
          opinion('I could explain the index to somebody who was not there.'),
        ],
      },
    ],
  },
  {
    title: 'Writing it up',
    lessons: [
      {
        title: 'From tallies to a story',
        kind: 'reading',
        teaser:
          'How two pages of tallies become something a stranger can read, check and believe. Have your worksheets ready.',
        minutes: 9,
        text: `A report is read by somebody who was not there. They want to know three things: where you were, what you did, and what you think it means. In that order.

## Where and when

Name the reach, its ends and the day. Say what the weather had been for a week.

## What you did

Say it so that another volunteer could do the same tomorrow. If you left the method, say how and why; nobody minds, as long as they know.

## What it means

Here, and only here, you may have an opinion. Use it sparingly. "I read this as good water with some enrichment" is worth more when the table above it lets a reader disagree.`,
      },
      {
        title: 'Your survey report',
        kind: 'assignment',
        teaser: 'Two pages about your own forty metres. You can begin to gather photographs now.',
        minutes: 90,
        weight: 40,
        assignment: {
          points: 50_000,
          passPoints: 30_000,
          takesText: true,
          files: 3,
          megabytes: 20,
          kinds: ['pdf', 'picture'],
          due: { when: 'after-start', amount: 42, unit: 'days', at: '23:59' },
          takesLate: true,
          late: { percent: 10, per: 'day', most: 50, lastHours: 336 },
          attempts: 2,
          criteria: reportCriteria,
          model: reportModel,
          showsModel: true,
        },
        text: `Write up your own survey in about two pages.

1. **Discharge** (10 points): method, figures with their units, speed corrected.
2. **Kick sample** (14 points): effort and habitats, families named.
3. **Reading the index** (10 points): worked out, and said what it means.
4. **The report as a whole** (16 points): somebody else could repeat it.

Write it here, or attach a PDF. Photographs of the reach help a marker to follow you.`,
      },
    ],
  },
];
