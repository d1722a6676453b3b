'use client';
import { TileLegend, TileMap } from '@/ui/tile/TileMap';
import { useDesk } from '../_course/CourseProvider';
import styles from './build.module.css';

export function Glance() {
  const { rows, state, store } = useDesk();
  const minutes = rows.reduce((total, row) => total + row.minutes, 0);
  return (
    <section className={styles.glance} aria-label="Course at a glance">
      <div className={styles.glanceHead}>
        <p>
          <b>Course at a glance</b> <span className={styles.quiet}>tile width = learner minutes, {minutes} in all</span>
        </p>
        <TileLegend />
      </div>
      {rows.length > 0 && (
        <TileMap
          rows={rows}
          selectedId={state.selection?.table === 'lesson' ? state.selection.id : null}
          onSelect={(id) => store.select({ table: 'lesson', id })}
        />
      )}
    </section>
  );
}
