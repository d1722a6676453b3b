'use client';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useDesk } from '../_course/CourseProvider';
import { SavedMark } from '../build/Toolbar';
import styles from './plan.module.css';

const pages = [
  { path: '', name: 'Promise' },
  { path: '/coverage', name: 'Coverage' },
  { path: '/board', name: 'Work board' },
  { path: '/outline', name: 'Bring in, take out' },
] as const;

/** The pages of the Plan stage. */
export function PlanTabs() {
  const { head } = useDesk();
  const path = usePathname();
  return (
    <div className={styles.tabs}>
      <nav aria-label="Plan">
        {pages.map((page) => {
          const address = `/c/${head.slug}/plan${page.path}`;
          return (
            <Link key={page.path} href={address} aria-current={path === address ? 'page' : undefined}>
              {page.name}
            </Link>
          );
        })}
      </nav>
      <SavedMark />
    </div>
  );
}
