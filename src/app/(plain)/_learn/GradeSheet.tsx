import { pointsText, toShort } from '@/core/kernel/exact';
import type { LearnerView } from '@/core/learning';
import { TableHead } from '@/ui/table/TableHead';
import styles from './learn.module.css';
import { lessonHref, type Place } from './place';
import work from './work.module.css';

/** A learner's own sheet: each item, why it counts as it does, and the sum written out. */
export function GradeSheet({ view, place }: { readonly view: LearnerView; readonly place: Place }) {
  return (
    <article className={styles.home}>
      <p className={styles.facts}>{view.document.course.title}</p>
      <h1>My grades</h1>
      <table className={work.table}>
        <TableHead names={['What', 'Points', 'Weight', 'Why']} />
        <tbody>
          {view.sheet.lines.map((line) => (
            <tr key={line.item.id}>
              <th scope="row">
                <a href={lessonHref(place, line.item.id)}>{line.item.title}</a>
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
      </table>
      <section className={styles.award} aria-label="The sum">
        <h2>Your grade, written out</h2>
        <p>{view.sheet.written}</p>
      </section>
    </article>
  );
}
