import { type Criterion, type CriterionMark, criterionFull, criterionGiven } from '@/core/assignment';
import { pointsText } from '@/core/kernel/exact';
import controls from '@/ui/plain/controls.module.css';
import { TableHead } from '@/ui/table/TableHead';
import styles from './work.module.css';

type Props = { readonly criteria: readonly Criterion[]; readonly marks: readonly CriterionMark[] };

/** What was given by each criterion: the points, what was found, and what was said. */
export function CriteriaGiven({ criteria, marks }: Props) {
  if (criteria.length === 0) return null;
  return (
    <table className={styles.table}>
      <caption>By criterion</caption>
      <TableHead names={['Criterion', 'Points']} />
      <tbody>
        {criteria.map((criterion) => {
          const mark = marks.find(({ criterionId }) => criterionId === criterion.id);
          const given = criterionGiven(criterion, mark);
          const chosen =
            'parts' in criterion ? criterion.parts.filter(({ id }) => mark?.chosen?.includes(id) ?? false) : [];
          return (
            <tr key={criterion.id}>
              <th scope="row">
                <bdi>{criterion.title}</bdi>
                {chosen.map(({ id, text, points }) => (
                  <span key={id} className={styles.found}>
                    <bdi>{text}</bdi>{' '}
                    <span className={controls.quiet}>
                      {criterion.by === 'deductions' ? '−' : ''}
                      {pointsText(points)}
                    </span>
                  </span>
                ))}
                {mark?.remark.trim() && (
                  <span className={styles.found} dir="auto">
                    {mark.remark}
                  </span>
                )}
              </th>
              <td>
                {given === null ? '–' : pointsText(given)} of {pointsText(criterionFull(criterion))}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** What work will be marked by: each criterion with what it is worth and what is looked at. */
export const CriteriaAsked = ({ criteria }: Pick<Props, 'criteria'>) =>
  criteria.length > 0 && (
    <details>
      <summary>What it is marked by</summary>
      <ul>
        {criteria.map((criterion) => (
          <li key={criterion.id}>
            <bdi>{criterion.title}</bdi>, {pointsText(criterionFull(criterion))}
            {'parts' in criterion && (
              <ul>
                {criterion.parts.map(({ id, text, points }) => (
                  <li key={id}>
                    <bdi>{text}</bdi>: {criterion.by === 'deductions' ? '−' : ''}
                    {pointsText(points)}
                  </li>
                ))}
              </ul>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
