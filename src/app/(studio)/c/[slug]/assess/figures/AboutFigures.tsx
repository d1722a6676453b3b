import { counted } from '@/core/kernel/words';
import type { FiguresPage } from '@/server/quiz';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './figures.module.css';

/** What learners have said of themselves: how often each answer was given, without who gave it. */
export const AboutFigures = ({ about }: Pick<FiguresPage, 'about'>) =>
  about && (
    <section aria-label="Said about themselves">
      <h3>Said about themselves, by {counted(about.learners, 'learner')} who agreed to it</h3>
      {about.counts === null && (
        <p className={wordStyles.quiet}>
          From five learners on, what they said is counted here: fewer could be told apart.
        </p>
      )}
      {about.counts?.map(({ question, answers }) => {
        const all = answers.reduce((sum, [, count]) => sum + count, 0);
        return (
          <table key={question.id} className={styles.about}>
            <caption>
              <bdi>{question.prompt}</bdi>
            </caption>
            <tbody>
              {answers.map(([answer, count]) => (
                <tr key={answer}>
                  <th scope="row">
                    <bdi>{answer}</bdi>
                  </th>
                  <td>{count}</td>
                  <td>{all > 0 ? `${Math.round((count / all) * 100)} %` : '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        );
      })}
    </section>
  );
