import { numberText } from '@/core/kernel/locale';
import { rowsPerPage } from '@/core/kernel/page';
import { Link } from '../frame/Link';
import styles from './pages.module.css';

type Props = {
  readonly page: number;
  readonly found: number;
  readonly perPage?: number;
  /** What is counted: `learners`. */
  readonly what: string;
  /** The address of another page of the same list. */
  readonly hrefOf: (page: number) => string;
};

/** Which rows of a long list are shown, and the way to those before and after; nothing where all are. */
export function Pages({ page, found, perPage = rowsPerPage, what, hrefOf }: Props) {
  const last = Math.max(1, Math.ceil(found / perPage));
  if (last === 1 && page === 1) return null;
  const from = (page - 1) * perPage + 1;
  const to = Math.min(found, page * perPage);
  return (
    <nav className={styles.pages} aria-label={`Pages of ${what}`}>
      {page > 1 && (
        <Link href={hrefOf(Math.min(page - 1, last))} scroll={false}>
          Before
        </Link>
      )}
      <span>
        {from > found
          ? `There are ${numberText(found)} ${what}`
          : `${numberText(from)}–${numberText(to)} of ${numberText(found)} ${what}`}
      </span>
      {page < last && (
        <Link href={hrefOf(page + 1)} scroll={false}>
          After
        </Link>
      )}
    </nav>
  );
}
