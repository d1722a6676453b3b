import { clockTime } from '../kernel/clock-time';
import type { MediaFacts } from '../media';
import { bodyText, type QuestionMedia } from '../quiz';
import { accessText, rhythmText, ruleText } from '../release';
import { chaptersInOrder } from './film';
import { plainText } from './minutes';
import type { Attachment, Chapter, Moment, OutlineTable, RichText } from './types';

type Names = { readonly [field: string]: string };

/** Fields of a course that learners meet, as they are called in a sentence. */
export const courseFields: Names = {
  title: 'the title',
  description: 'the description',
  audience: 'who it is for',
  promise: 'the promise',
  zone: 'the time zone',
  rhythm: 'the rhythm',
  access: 'how long it can be used',
  accessNote: 'what is said afterwards',
  countdown: 'how closed lessons count down',
  completion: 'when it is complete',
  missing: 'what missing work counts as',
  award: 'the certificate',
  notAbout: 'what it is not about',
  settings: 'how it looks and behaves for learners',
};
/** Fields of a lesson that learners meet. */
export const lessonFields: Names = {
  kind: 'its kind',
  required: 'whether it is required',
  text: 'its text',
  media: 'its file',
  downloads: 'downloads',
  opens: 'when it opens',
  closes: 'when it closes',
  teaser: 'its teaser',
  done: 'when it counts as done',
  needs: 'what has to be done first',
  password: 'its password',
  pictureId: 'its picture',
  attachments: 'what is attached',
  chapters: 'its chapters',
  link: 'where it leads',
  sample: 'whether visitors may look at it',
  outcomes: 'the outcomes it serves',
  quiz: 'the quiz settings',
  questions: 'its questions',
  assignment: 'what is handed in',
  live: 'the session',
  weight: 'its weight in the grade',
  learnerMinutes: 'its minutes',
};

const names: Record<OutlineTable, Names> = {
  course: { ...courseFields, slug: 'the address', weekLimit: 'the minutes of a week' },
  section: { title: 'the title', opens: 'when it opens', closes: 'when it closes' },
  lesson: {
    ...lessonFields,
    title: 'the title',
    state: 'how ready it is',
    minutes: 'its minutes',
    mediaId: 'its file',
    asks: 'the question it answers',
    mediums: 'what it is made as',
    note: 'the note',
  },
  question: {
    prompt: 'the question',
    body: 'what is right',
    moment: 'where it stops the film',
    bankId: 'the question of the bank it is',
    bankVersion: 'its version',
    category: 'its category',
    hint: 'the hint',
    media: 'what is shown with it',
    taught: 'where it is taught',
    feedbackRight: 'what is said when it is right',
    feedbackPart: 'what is said when it is partly right',
    feedbackWrong: 'what is said when it is not right',
    outcomes: 'the outcomes it serves',
  },
  outcome: { text: 'the words' },
  text: { content: 'the text' },
};
/** A field of the working copy as it is called in a sentence; one without a name of its own by its words. */
export const fieldName = (table: OutlineTable, field: string): string => names[table][field] ?? `the ${apart(field)}`;

/** `passPercent` as words: "pass percent". */
const apart = (key: string) => key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const nothing = '–';

type Titles = ReadonlyMap<string, string>;

function plain(value: unknown, titles: Titles): string {
  if (value === null || value === undefined || value === '') return nothing;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.map((one) => plain(one, titles)).join('; ') || nothing;
  if (typeof value !== 'object') return titles.get(String(value)) ?? String(value);
  return Object.entries(value)
    .filter(([key]) => key !== 'id')
    .map(([key, inner]) => `${apart(key)} ${plain(inner, titles)}`)
    .join(', ');
}

const momentText = ({ at, passage, required }: Moment) =>
  [
    clockTime(at),
    ...(passage ? [`passage ${clockTime(passage.from)} to ${clockTime(passage.to)}`] : []),
    ...(required ? ['nobody passes it unanswered'] : []),
  ].join(', ');

/** A field's value as a person would read it; `titles` has the names of whatever is referred to by id. */
export function fieldText(field: string, value: unknown, titles: Titles): string {
  if (value === null || value === undefined || value === '') return nothing;
  switch (field) {
    case 'text':
    case 'content':
      return typeof value === 'string' ? value : plainText(value as RichText) || nothing;
    case 'password':
      return 'set';
    case 'pictureId':
      return titles.get(String(value)) ?? 'a picture';
    case 'mediaId':
      return titles.get(String(value)) ?? 'a file';
    case 'attachments':
      return (
        (value as readonly Attachment[])
          .map(({ title, mediaId, access }) => `${title || titles.get(mediaId) || 'a file'} (${access})`)
          .join('\n') || 'nothing'
      );
    case 'chapters':
      return (
        chaptersInOrder(value as readonly Chapter[])
          .map(({ at, title }) => `${clockTime(at)} ${title}`)
          .join('\n') || 'none'
      );
    case 'moment':
      return momentText(value as Moment);
    case 'media':
      // The file of a lesson, or what is shown with a question.
      return 'fileName' in (value as object)
        ? (value as MediaFacts).fileName
        : (titles.get((value as QuestionMedia).mediaId) ?? `a ${(value as QuestionMedia).kind}`);
    case 'opens':
    case 'closes':
      return ruleText(value as Parameters<typeof ruleText>[0], titles);
    case 'access':
      return accessText(value as Parameters<typeof accessText>[0]);
    case 'rhythm':
      return rhythmText(value as Parameters<typeof rhythmText>[0]);
    case 'learnerMinutes':
    case 'minutes':
      return `${value} min`;
    case 'questions':
      return (
        (value as readonly { prompt: string }[])
          .map(({ prompt }, i) => `${i + 1}. ${prompt || 'without words'}`)
          .join('\n') || 'none'
      );
    case 'body':
      return bodyText(value) || 'none';
    case 'needs':
    case 'outcomes':
      return (value as readonly string[]).map((id) => titles.get(id) ?? 'something that is gone').join(', ') || 'none';
    default:
      if (typeof value !== 'object' || Array.isArray(value)) return plain(value, titles);
      // Settings are read line by line.
      return Object.entries(value)
        .map(([key, inner]) => `${apart(key)}: ${plain(inner, titles)}`)
        .join('\n');
  }
}
