import type { FiguresPage } from '@/server/quiz';
import styles from './figures.module.css';

/** What learners have said of themselves: how often each answer was given, without who gave it. */
export const AboutFigures = ({ about }: Pick<FiguresPage, 'about'>) =>
  about.length > 0 && (
    <section aria-label="Said about themselves">
      <h3>Said about themselves, by who agreed to it</h3>
      {about.map(({ question, answers }) => {
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
              {answers.length === 0 && (
                <tr>
                  <td>Nobody has answered yet.</td>
                </tr>
              )}
            </tbody>
          </table>
        );
      })}
    </section>
  );
