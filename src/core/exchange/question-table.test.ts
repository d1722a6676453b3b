import { expect, test } from 'vitest';
import { kindOf, type QuestionContent, questionKinds } from '../quiz';
import { questionColumns, questionRows, questionsFromRows, type TableQuestion } from './question-table';

let next = 0;
const ids = () => {
  next += 1;
  return `0190c0de-0000-7000-8000-${String(next).padStart(12, '0')}`;
};
const read = (head: string, ...rows: string[]) =>
  questionsFromRows(
    head.split(','),
    rows.map((row) => row.split(',').map((cell) => cell.replaceAll('|', '\n'))),
    ids,
  );

test.each<[name: string, head: string, row: string, kind: string, body: object]>([
  [
    'options in one cell',
    'Question,Answers',
    'Which?,+ a|- b',
    'one',
    {
      options: [
        { text: 'a', right: true },
        { text: 'b', right: false },
      ],
    },
  ],
  [
    'options in columns',
    'question,right,wrong,wrong',
    'Which?,a,b,c',
    'one',
    { options: [{ text: 'a' }, { text: 'b' }, { text: 'c' }] },
  ],
  [
    'several right in columns',
    'Question,Right,Right,Wrong',
    'Which?,a,b,c',
    'several',
    { options: [{ right: true }, { right: true }, { right: false }] },
  ],
  ['an answer', 'Question,Answer', 'How deep?,0.5 ± 0.1 m', 'number', { value: '0.5', tolerance: '0.1', unit: 'm' }],
  ['steps', 'Question,Step,Step', 'In order?,dig,fill', 'order', { items: [{ text: 'dig' }, { text: 'fill' }] }],
  ['an essay', 'Question,Essay', 'Why?,at most 100 words', 'essay', { toWords: 100 }],
])('a row is a question: %s', (_name, head, row, kind, body) => {
  const { questions, faults } = read(head, row);
  expect(faults).toEqual([]);
  expect(questions[0]).toMatchObject({ kind, body, row: 2 });
});

test.each([
  ['no question', 'Question,Answers', ',+ a', 'It asks nothing.'],
  ['nothing right', 'Question,Answers', 'Which?,', 'Nothing below this question says what is right.'],
  ['odd points', 'Question,Answer,Points', 'Which?,a,many', 'Points are a number from 0 to 1,000.'],
  ['odd difficulty', 'Question,Answer,Difficulty', 'Which?,a,7', 'Difficulty is 1, 2 or 3.'],
  ['no column of questions', 'Frage,Answer', 'Which?,a', 'No column is called "Question".'],
])('what cannot be read is told with its row: %s', (_name, head, row, sentence) => {
  expect(read(head, row)).toMatchObject({ questions: [], faults: [{ sentence }] });
});

test('columns that say nothing are named, empty rows are none, and a row that is wrong costs no other', () => {
  const { questions, faults, unread } = read('Question,Answer,Colour', 'A?,a,red', ',,', 'B?,,', 'C?,c,');
  expect([questions.map(({ prompt, row }) => [prompt, row]), faults.map(({ row }) => row), unread]).toEqual([
    [
      ['A?', 2],
      ['C?', 5],
    ],
    [4],
    ['Colour'],
  ]);
});

test('every example of every kind is read from its own row as it was', () => {
  const bare = (body: unknown) =>
    JSON.parse(JSON.stringify(body), (key, value) => {
      if (key === 'picture') return null;
      return key === 'id' || key === 'groupId' ? undefined : value;
    });
  for (const kind of questionKinds)
    for (const { body } of kindOf(kind).examples) {
      const content: QuestionContent = {
        ...{ kind, body, prompt: '- What?\n\nplus: this', category: 'Flow', points: 2500, media: null, hint: 'Look.' },
        ...{ feedbackRight: 'Yes.', feedbackPart: '', feedbackWrong: 'No.\nNot so.' },
      };
      const question: TableQuestion = { ...content, difficulty: 2, tags: ['a', 'b'] };
      const [row = []] = questionRows([question]);
      const { questions, faults } = questionsFromRows(questionColumns, [row.map(String)], ids);
      expect([kind, faults]).toEqual([kind, []]);
      const { id: _id, row: _row, ...again } = questions[0] ?? ({} as (typeof questions)[number]);
      expect({ ...again, body: bare(again.body) }).toEqual({ ...question, body: bare(body) });
    }
});
