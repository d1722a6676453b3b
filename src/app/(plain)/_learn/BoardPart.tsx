import { percentText } from '@/core/gradebook';
import type { BoardRow } from '@/server/quiz';
import controls from '@/ui/plain/controls.module.css';
import { TableHead } from '@/ui/table/TableHead';
import { BoardForm } from './BoardForm';
import styles from './work.module.css';

type Props = {
  readonly rows: readonly BoardRow[];
  /** By which name their learner stands on it; null where they do not. */
  readonly ownName: string | null;
  /** Whose board it is; null in a view, where nobody stands. */
  readonly place: { readonly courseId: string; readonly lessonId: string } | null;
};

/** The best results of those who want to be seen, by the names they have chosen. */
export function BoardPart({ rows, ownName, place }: Props) {
  return (
    <section className={styles.work} aria-label="Board">
      {rows.length === 0 ? (
        <p className={controls.quiet}>Nobody stands on the board of this quiz yet.</p>
      ) : (
        <table className={styles.table}>
          <caption>Board</caption>
          <TableHead names={['Place', 'Name', 'Result']} />
          <tbody>
            {rows.map(({ place: at, name, share, isOwn }) => (
              <tr key={`${name} ${isOwn}`} data-own={isOwn || undefined}>
                <td>{at}</td>
                <th scope="row">
                  <bdi>{name}</bdi>
                  {isOwn && <span className={controls.quiet}> you</span>}
                </th>
                <td>{percentText(share)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {place && <BoardForm {...place} ownName={ownName} />}
    </section>
  );
}
