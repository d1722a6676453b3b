import { line } from '../kernel/line';
import { counted } from '../kernel/words';
import { asksOf } from './about';
import type { QuizSettings } from './types';

/** Settings of quizzes under a name, for the whole school. */
export type QuizPreset = {
  readonly id: string;
  readonly name: string;
  readonly settings: PresetSettings;
  /** Whether new quizzes of the school begin with it; one of them at most. */
  readonly isDefault: boolean;
};

/** What belongs to one quiz alone: what it draws, what follows from it, whom it is for, and a day in its calendar. */
type Own = 'draws' | 'follows' | 'forWhom' | 'showsFrom';
export type PresetSettings = Omit<QuizSettings, Own>;

export const presetName = line(80, 'Keep the name of a preset under 80 characters.', 'Give the preset a name.');

/** The settings of a quiz that can be those of others. */
export function presetOf({
  draws: _draws,
  follows: _follows,
  forWhom: _whom,
  showsFrom: _from,
  ...settings
}: QuizSettings): PresetSettings {
  return settings;
}

/** A quiz with the settings of a preset; what belongs to it alone stays. */
export const withPreset = (quiz: QuizSettings, preset: PresetSettings): QuizSettings => ({
  ...preset,
  ...(quiz.draws && { draws: quiz.draws }),
  ...(quiz.follows && { follows: quiz.follows }),
  ...(quiz.forWhom && { forWhom: quiz.forWhom }),
  ...(quiz.showsFrom !== undefined && { showsFrom: quiz.showsFrom }),
});

const yes = (value: boolean | undefined) => (value ? 'yes' : 'no');
/** Each setting with its name and its words; what a quiz does not say is said as it is meant. */
const fields: {
  readonly [F in keyof Required<PresetSettings>]: readonly [name: string, text: (settings: PresetSettings) => string];
} = {
  passPercent: ['Pass mark', ({ passPercent }) => (passPercent > 0 ? `${passPercent} %` : 'none')],
  attempts: ['Attempts', ({ attempts }) => (attempts === null ? 'any number' : String(attempts))],
  minutes: ['Time limit', ({ minutes }) => (minutes === null ? 'none' : `${minutes} min`)],
  counts: ['Which counts', ({ counts }) => counts],
  shows: ['Shown afterwards', ({ shows }) => shows.replaceAll('-', ' ')],
  decimals: ['Decimals', ({ decimals = 'point' }) => decimals],
  shuffles: ['In another order', ({ shuffles = 'nothing' }) => shuffles],
  atEnd: ['When the time is up', ({ atEnd = 'handed-in' }) => atEnd.replace('-', ' ')],
  waitHours: ['Wait between attempts', ({ waitHours = 0 }) => counted(waitHours, 'hour')],
  pages: ['Shown at once', ({ pages = 'all' }) => pages],
  goesBack: ['One can go back', ({ goesBack = true }) => yes(goesBack)],
  mustAnswer: ['All must be answered', ({ mustAnswer }) => yes(mustAnswer)],
  beginsAtOnce: ['Begins at once', ({ beginsAtOnce }) => yes(beginsAtOnce)],
  overview: ['Overview of the paper', ({ overview }) => yes(overview)],
  bands: [
    'Bands',
    ({ bands = [] }) => bands.map(({ from, to, text }) => `${from} to ${to} %: ${text}`).join('; ') || 'none',
  ],
  average: ['Average of others', ({ average }) => yes(average)],
  board: ['Board of results', ({ board }) => yes(board)],
  asks: [
    'Asked about the person',
    ({ asks }) =>
      asksOf(asks)
        .map(({ prompt }) => prompt)
        .join('; ') || 'nothing',
  ],
  certifies: ['Brings a certificate', ({ certifies }) => yes(certifies)],
  judges: ['Judged at once', ({ judges }) => yes(judges)],
  says: ['Shown with a question', ({ says = ['number', 'points'] }) => [...says].sort().join(', ') || 'nothing'],
};

export type PresetChange = { readonly name: string; readonly before: string; readonly after: string };

/** What a preset would change about a quiz, in words; nothing where it is so already. */
export const presetChanges = (quiz: QuizSettings, preset: PresetSettings): readonly PresetChange[] =>
  Object.values(fields).flatMap(([name, text]) => {
    const [before, after] = [text(presetOf(quiz)), text(preset)];
    return before === after ? [] : [{ name, before, after }];
  });
