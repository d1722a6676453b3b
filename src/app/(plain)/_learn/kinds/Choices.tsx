import { Worded } from '@/ui/text/Worded';
import { Picture, QuestionShows } from '../QuestionShows';
import styles from '../work.module.css';
import type { AnswerProps } from './part';

/** Options to choose one of, or several. */
function Choices({
  id,
  shown,
  formulas,
  answer,
  onAnswer,
  many,
}: AnswerProps<'one' | 'several'> & { readonly many: boolean }) {
  const chosen = answer?.chosen ?? [];
  const choose = (option: string, on: boolean) => {
    const others = many ? chosen.filter((one) => one !== option) : [];
    onAnswer({ chosen: on || !many ? [...others, option] : others }, 0);
  };
  return shown.options.map((option) => (
    <div key={option.id}>
      <label className={styles.option}>
        <input
          type={many ? 'checkbox' : 'radio'}
          name={id}
          checked={chosen.includes(option.id)}
          onChange={(event) => choose(option.id, event.currentTarget.checked)}
        />
        <span className={styles.optionWords}>
          {option.picture && <Picture picture={option.picture} width={480} />}
          <span>
            <Worded text={option.text || (option.plays?.alt ?? '')} formulas={formulas} />
          </span>
        </span>
      </label>
      {/* Beside the label: whoever plays it has not chosen it yet. */}
      {option.plays && <QuestionShows media={option.plays} />}
    </div>
  ));
}

export const OneChoice = (props: AnswerProps<'one'>) => <Choices {...props} many={false} />;
export const SeveralChoices = (props: AnswerProps<'several'>) => <Choices {...props} many />;
