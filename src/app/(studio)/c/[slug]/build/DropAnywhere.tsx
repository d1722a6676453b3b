'use client';
import { fromEvent } from 'file-selector';
import { useEffect, useRef, useState } from 'react';
import { useCourseStore } from '../_course/CourseProvider';
import styles from './build.module.css';
import { putFiles } from './file-lessons';

/** What takes files in its own way: the outline, and the fields for files. */
const ownWay = '[role="tree"], .mantine-Dropzone-root, [contenteditable="true"]';

/**
 * Files dropped anywhere else on a page of Build: into the lesson that is open, or as lessons at the end of the
 * course. Without it the browser would leave the page and open them.
 */
export function DropAnywhere({ lesson }: { readonly lesson?: { readonly id: string; readonly title: string } }) {
  const store = useCourseStore();
  const [isOver, setOver] = useState(false);
  const into = useRef(lesson);
  into.current = lesson;
  useEffect(() => {
    const isOurs = (event: DragEvent) =>
      event.dataTransfer?.types.includes('Files') === true &&
      !(event.target instanceof Element && event.target.closest(ownWay));
    const onOver = (event: DragEvent) => {
      setOver(isOurs(event));
      if (isOurs(event)) event.preventDefault();
    };
    const onLeave = (event: DragEvent) => event.relatedTarget === null && setOver(false);
    const onDrop = async (event: DragEvent) => {
      setOver(false);
      if (!isOurs(event)) return;
      event.preventDefault();
      const found: readonly unknown[] = await fromEvent(event);
      const files = found.flatMap((one) => (one instanceof File ? [one] : []));
      const open = into.current;
      const place = open && ({ into: 'lesson', id: open.id, top: 0, height: 0, words: '' } as const);
      const first = putFiles(store, files, place ?? null);
      if (first && !open) store.select(first);
    };
    window.addEventListener('dragover', onOver);
    window.addEventListener('dragleave', onLeave);
    window.addEventListener('drop', onDrop);
    return () => {
      window.removeEventListener('dragover', onOver);
      window.removeEventListener('dragleave', onLeave);
      window.removeEventListener('drop', onDrop);
    };
  }, [store]);
  return isOver ? (
    <p className={styles.dropAnywhere} role="status">
      Drop {lesson ? `into ${lesson.title}` : 'as lessons at the end of the course'}
    </p>
  ) : null;
}
