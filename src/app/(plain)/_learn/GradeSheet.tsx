import { gradeWritten, partWritten } from '@/core/gradebook';
import { pointsText, toShort } from '@/core/kernel/exact';
import { type LearnerView, schemeOf } from '@/core/learning';
import wordStyles from '@/ui/plain/words.module.css';
import { TableHead } from '@/ui/table/TableHead';
import styles from './learn.module.css';
import { lessonHref, type Place } from './place';
import work from './work.module.css';

/** A learner's own sheet: each item, why it counts as it does, and the sum written out. */
export function GradeSheet({ view, place }: { readonly view: LearnerView; readonly place: Place }) {
  // What is given by hand alone has no page to lead to.
  const lessons = new Set(view.lessons.map(({ lesson }) => lesson.id));
  return (
    <article className={styles.home}>
      <p className={wordStyles.quiet}>{view.document.course.title}</p>
      <h1>My grades</h1>
      <table className={work.table}>
        <TableHead names={['What', 'Points', 'Weight', 'Why']} />
        {view.sheet.parts.map((part) => (
          <tbody key={part.category?.id ?? ''}>
            {part.category && (
              <tr>
                <th scope="rowgroup" colSpan={2}>
                  <bdi>{part.category.title}</bdi>
                </th>
                <td>{part.weight}</td>
                <td>{partWritten(part)}</td>
              </tr>
            )}
            {part.lines.map((line) => (
              <tr key={line.item.id}>
                <th scope="row">
                  {lessons.has(line.item.id) ? (
                    <a href={lessonHref(place, line.item.id)}>{line.item.title}</a>
                  ) : (
                    <bdi>{line.item.title}</bdi>
                  )}
                </th>
                <td>
                  {line.entry.state === 'points'
                    ? toShort({ n: line.entry.points.n, d: line.entry.points.d * 1000n }, 2)
                    : '–'}{' '}
                  of {pointsText(line.entry.state === 'points' ? line.entry.of : line.item.of)}
                </td>
                <td>{line.item.weight}</td>
                <td>{line.why}</td>
              </tr>
            ))}
          </tbody>
        ))}
      </table>
      <section className={styles.award} aria-label="The sum">
        <h2>Your grade, written out</h2>
        <p>{gradeWritten(view.sheet, schemeOf(view.document))}</p>
        {view.sheet.byHand !== null && (
          <p>
            <b>{view.sheet.gradeText}</b>, set by hand: <bdi>{view.sheet.byHand}</bdi>
          </p>
        )}
      </section>
    </article>
  );
}
