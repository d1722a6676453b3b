import { formulasIn } from '@/core/quiz';
import controls from '@/ui/plain/controls.module.css';
import type { Formulas } from '@/ui/text/formulas';
import { Worded } from '@/ui/text/Worded';
import styles from '../work.module.css';

/** Whether formulas stand in what there is to choose from: a list to choose from by the browser cannot set them. */
export const needsList = (texts: readonly string[]): boolean => formulasIn(texts).length > 0;

/** How one of some choices stands in a list of the browser: with its number, where they are listed beside it. */
export const chosenText = (texts: readonly string[], at: number): string =>
  needsList(texts) ? `${at + 1} · ${(texts[at] ?? '').replaceAll('\\(', '').replaceAll('\\)', '')}` : (texts[at] ?? '');

/** What there is to choose from, numbered, with its formulas set; nothing where a list of the browser says it all. */
export const Listed = ({ texts, formulas }: { readonly texts: readonly string[]; readonly formulas: Formulas }) =>
  needsList(texts) && (
    <div>
      <span className={controls.quiet}>To choose from</span>
      <ol className={styles.listed}>
        {texts.map((text) => (
          <li key={text}>
            <Worded text={text} formulas={formulas} />
          </li>
        ))}
      </ol>
    </div>
  );
