'use client';
import { Checkbox } from '@mantine/core';
import { counted } from '@/core/kernel/words';
import { type BankQuestion, type Difficulty, isWrongWayRound, kindOf } from '@/core/quiz';
import type { BankFigures } from '@/server/quiz';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './bank.module.css';
import type { ShownBank } from './use-bank';

type Props = {
  readonly bank: ShownBank;
  readonly chosen: ReadonlySet<string>;
  readonly openId?: string | null;
  readonly onChoose: (ids: readonly string[], isChosen: boolean) => void;
  readonly onOpen: (question: BankQuestion) => void;
};

/** Questions of the bank: what they ask, how hard they are, where they are asked, and how often they are right. */
export function BankTable({ bank, chosen, openId = null, onChoose, onOpen }: Props) {
  const figures = new Map(bank.figures.map((one) => [one.questionId, one]));
  const all = bank.questions.every(({ id }) => chosen.has(id));
  return (
    <table className={styles.table}>
      <thead>
        <tr>
          <th>
            <Checkbox
              size="xs"
              aria-label="Choose all that are shown"
              checked={all && bank.questions.length > 0}
              indeterminate={!all && bank.questions.some(({ id }) => chosen.has(id))}
              onChange={(event) =>
                onChoose(
                  bank.questions.map(({ id }) => id),
                  event.currentTarget.checked,
                )
              }
            />
          </th>
          <th scope="col">Question</th>
          <th scope="col">Difficulty</th>
          <th scope="col">Where</th>
          <th scope="col">Right</th>
        </tr>
      </thead>
      <tbody>
        {bank.questions.map((question) => (
          <tr
            key={question.id}
            data-chosen={chosen.has(question.id) || undefined}
            data-open={question.id === openId || undefined}
          >
            <td>
              <Checkbox
                size="xs"
                aria-label={`Choose "${question.prompt}"`}
                checked={chosen.has(question.id)}
                onChange={(event) => onChoose([question.id], event.currentTarget.checked)}
              />
            </td>
            <th scope="row">
              <button type="button" onClick={() => onOpen(question)}>
                <bdi>{question.prompt || 'It asks nothing yet.'}</bdi>
              </button>
              <span className={wordStyles.quiet}>
                {kindOf(question.kind).title}
                {question.tags.map((tag) => ` · ${tag}`).join('')}
              </span>
              <Warning figures={figures.get(question.id)} />
            </th>
            <td>
              <Squares difficulty={question.difficulty} />
            </td>
            <td className={wordStyles.quiet}>{whereText(bank, question.id, figures.get(question.id))}</td>
            <td title={papersText(figures.get(question.id))}>{shareText(figures.get(question.id))}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A difficulty as squares, and in words for whoever hears the page. */
export const Squares = ({ difficulty }: { readonly difficulty: Difficulty }) => (
  <span className={styles.squares} role="img" aria-label={`${difficulty} of 3`}>
    {[1, 2, 3].map((one) => (
      <i key={one} data-on={one <= difficulty || undefined} />
    ))}
  </span>
);

const shareText = (figures: BankFigures | undefined) =>
  figures && figures.asked > 0 ? `${Math.round(figures.share * 100)} %` : '–';

const papersText = (figures: BankFigures | undefined) => `on ${counted(figures?.asked ?? 0, 'paper')}`;

const Warning = ({ figures }: { readonly figures: BankFigures | undefined }) =>
  figures && isWrongWayRound(figures) ? (
    <span className={styles.look}>those who know have it right less often</span>
  ) : null;

function whereText({ asked: { here, elsewhere } }: ShownBank, id: string, figures: BankFigures | undefined): string {
  const own = here.filter(({ questionId }) => questionId === id).map(({ lesson }) => lesson);
  const others = elsewhere[id] ?? 0;
  if (others > 0) own.push(`${others} elsewhere`);
  if (own.length > 0) return own.join(', ');
  return figures ? 'drawn' : 'nowhere yet';
}
