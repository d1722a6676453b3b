/**
 * What learners of the main course can do afterwards, and the lessons that serve it. The last one is asked for nowhere
 * yet.
 */
export const streamOutcomes: readonly { readonly text: string; readonly lessons: readonly string[] }[] = [
  {
    text: 'Choose a reach of a small river and say why',
    lessons: [
      'Welcome to the river',
      'What makes a reach',
      'Walking the reach',
      'Name the parts of a riffle',
      'Check: reach or not?',
    ],
  },
  {
    text: 'Measure its flow with a float, a tape and a stopwatch',
    lessons: ['The float method', 'Flow worksheet', 'Field clinic: flow', 'Work out the discharge'],
  },
  {
    text: 'Name twelve families of animals from under the stones',
    lessons: [
      'The three minute kick sample',
      'Twelve families to know',
      'Sort the tray',
      'Field clinic: sorting',
      'Scoring the sample',
    ],
  },
  {
    text: 'Write two pages that another volunteer can check',
    lessons: [
      'What you will be able to do',
      'From tallies to a story',
      'Your survey report',
      'Your home stretch: a short profile',
    ],
  },
  { text: 'Work at the bank without harm to anybody', lessons: ['Safety at the bank'] },
];
