import { boxOf, type Drawn, isOnPage, sortTitles, wordsOf } from '@/core/marking';
import desk from '../../marking.module.css';

type Props = {
  readonly drawn: readonly Drawn[];
  readonly files: readonly { readonly hash: string; readonly name: string }[];
  readonly selected: readonly string[];
  onSelect(ids: readonly string[]): void;
};

/** Where it stands when the work is read: on the text first, then page by page from above. */
const placeOf = (one: Drawn, files: Props['files']): readonly [number, number, number] =>
  isOnPage(one) ? [1 + files.findIndex(({ hash }) => hash === one.file), one.page, boxOf(one).y] : [0, 0, one.from];
const whereText = (one: Drawn, files: Props['files']): string => {
  if (!isOnPage(one)) return 'on the text';
  const file = files.length > 1 ? ` of ${files.find(({ hash }) => hash === one.file)?.name ?? ''}` : '';
  return `page ${one.page}${file}`;
};

/** All that is drawn, in the order in which it is read: the equal way to it without looking at the pages. */
export function DrawnList({ drawn, files, selected, onSelect }: Props) {
  if (drawn.length === 0) return null;
  const inOrder = drawn.toSorted((a, b) => {
    const [x, y] = [placeOf(a, files), placeOf(b, files)];
    return x[0] - y[0] || x[1] - y[1] || x[2] - y[2];
  });
  return (
    <details className={desk.task}>
      <summary>Drawn: {drawn.length}</summary>
      <ul className={desk.drawn}>
        {inOrder.map((one) => (
          <li key={one.id}>
            <button
              type="button"
              aria-pressed={selected.includes(one.id)}
              onClick={() => {
                onSelect([one.id]);
                if (isOnPage(one))
                  document.querySelector(`[data-page="${one.file}/${one.page}"]`)?.scrollIntoView({ block: 'nearest' });
              }}
            >
              {sortTitles[one.sort]}, {whereText(one, files)}
            </button>
            {wordsOf(one) && <bdi>{wordsOf(one)}</bdi>}
          </li>
        ))}
      </ul>
    </details>
  );
}
