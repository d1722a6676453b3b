'use client';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { Link } from '@/ui/frame/Link';
import { useDesk } from './CourseProvider';
import styles from './tabs.module.css';

type Props = {
  readonly label: string;
  /** `path`: below the course. */
  readonly pages: readonly { readonly path: string; readonly name: string }[];
  readonly before?: ReactNode;
  readonly children?: ReactNode;
};

/** The pages of a stage, or of a lesson, in a row above the work. */
export function PageTabs({ label, pages, before, children }: Props) {
  const { head } = useDesk();
  const here = usePathname();
  return (
    <div className={styles.tabs}>
      {before}
      <nav aria-label={label}>
        {pages.map(({ path, name }) => {
          const address = `/c/${head.slug}/${path}`;
          return (
            <Link key={path} href={address} aria-current={here === address ? 'page' : undefined}>
              {name}
            </Link>
          );
        })}
      </nav>
      <span className={styles.end}>{children}</span>
    </div>
  );
}
