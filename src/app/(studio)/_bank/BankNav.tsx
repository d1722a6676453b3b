'use client';
import { categoryTree } from '@/core/quiz';
import styles from './bank.module.css';
import type { BankWish, ShownBank } from './use-bank';

type Props = {
  readonly bank: ShownBank;
  readonly wish: BankWish;
  readonly onChange: (part: Partial<BankWish>) => void;
};

/** Categories and tags of the bank, with how many questions there are of each. */
export function BankNav({ bank, wish, onChange }: Props) {
  const counts = new Map(bank.categories.map(({ id, count }) => [id, count]));
  const entry = (category: string, title: string, count: number, depth = 0) => (
    <li key={category}>
      <button
        type="button"
        style={{ paddingInlineStart: 10 + depth * 16 }}
        aria-current={wish.category === category || undefined}
        onClick={() => onChange({ category })}
      >
        <bdi>{title}</bdi>
        <span>{count}</span>
      </button>
    </li>
  );
  return (
    <nav className={styles.nav} aria-label="Categories">
      <ul>
        {entry('', 'Everything', bank.everything)}
        {categoryTree(bank.categories).map(({ id, title, depth }) => entry(id, title, counts.get(id) ?? 0, depth))}
        {bank.without > 0 && entry('none', 'Without a category', bank.without)}
      </ul>
      {bank.tags.length > 0 && (
        <>
          <h2>Tags</h2>
          <div className={styles.tags}>
            {bank.tags.map(({ tag, count }) => (
              <button
                key={tag}
                type="button"
                aria-pressed={wish.tag === tag}
                onClick={() => onChange({ tag: wish.tag === tag ? '' : tag })}
              >
                <bdi>{tag}</bdi> {count}
              </button>
            ))}
          </div>
        </>
      )}
    </nav>
  );
}
