'use client';
import { percentText, weightShare } from '@/core/gradebook';
import { pointsText } from '@/core/kernel/exact';
import { isItem, type Lesson, lessonKindOf, questionsOf } from '@/core/outline';
import wordStyles from '@/ui/plain/words.module.css';
import { Tile } from '@/ui/tile/Tile';
import { useDesk } from '../_course/CourseProvider';
import { Workbench } from '../_course/Workbench';
import { SavedMark } from '../build/Toolbar';
import { AssessDeskProvider } from './AssessDesk';
import { AssessedWork } from './AssessedWork';
import { AssessInspector } from './AssessInspector';
import styles from './assess.module.css';

/** Everything that is assessed: what it weighs, and the questions of the one that is selected. */
export default function AssessPage() {
  const { rows, state, store } = useDesk();
  const graded = rows
    .flatMap((row) => row.tiles)
    .filter(({ lesson }) => isItem(lesson, questionsOf(state.outline, lesson.id)));
  const points = (lesson: Lesson) =>
    lessonKindOf(lesson.kind).fullPoints(lesson, questionsOf(state.outline, lesson.id));
  const items = graded.map(({ lesson }) => ({
    id: lesson.id,
    title: lesson.title,
    weight: lesson.weight,
    of: points(lesson),
  }));
  const selected = graded.find((tile) => tile.lesson.id === state.selection?.id) ?? graded[0];
  return (
    <AssessDeskProvider>
      <Workbench inspector={<AssessInspector lesson={selected?.lesson ?? null} />}>
        <div className={styles.page}>
          <nav className={styles.list} aria-label="Assessed lessons">
            <div className={styles.listHead}>
              <b>Assessed</b>
              <SavedMark />
            </div>
            {graded.length === 0 && (
              <p className={wordStyles.quiet}>Nothing is assessed yet. Make a quiz or an assignment in Build.</p>
            )}
            {graded.map((tile, i) => {
              const item = items[i];
              return (
                <button
                  key={tile.lesson.id}
                  type="button"
                  className={styles.item}
                  aria-current={tile === selected ? 'true' : undefined}
                  onClick={() => store.select({ table: 'lesson', id: tile.lesson.id })}
                >
                  <Tile {...tile} />
                  <span className={styles.itemName}>
                    {tile.number} {tile.lesson.title}
                    <span className={wordStyles.quiet}>
                      {item
                        ? `${pointsText(item.of)} points · ${tile.lesson.weight === 0 ? 'not part of the grade' : `${percentText(weightShare(item, items))} of the grade`}`
                        : ''}
                    </span>
                  </span>
                </button>
              );
            })}
          </nav>
          <div className={styles.paper}>{selected && <AssessedWork lesson={selected.lesson} />}</div>
        </div>
      </Workbench>
    </AssessDeskProvider>
  );
}
