'use client';
import { Button, TextInput } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type FormEvent, useMemo, useState } from 'react';
import { act } from '@/app/_client/act';
import type { MediaFacts } from '@/core/media';
import type { Outline } from '@/core/outline';
import { newId } from '@/ui/ids';
import { TileMap } from '@/ui/tile/TileMap';
import { tilesOf } from '@/ui/tile/tiles';
import styles from './shelf.module.css';

export type ShelfCourse = {
  readonly id: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
  readonly liveEdition: number | null;
  readonly lessons: number;
  readonly learners: number;
  readonly outline: Outline | null;
  readonly media: readonly MediaFacts[];
};

export function Shelf({ courses, mayCreate }: { readonly courses: readonly ShelfCourse[]; readonly mayCreate: boolean }) {
  return (
    <main className={styles.page}>
      <div className={styles.head}>
        <h1>Courses</h1>
        {mayCreate && <NewCourse />}
      </div>
      {courses.length === 0 && (
        <p className={styles.empty}>
          {mayCreate
            ? 'No course yet. A working title is enough to begin; everything else can come later.'
            : 'You do not work on a course yet. Its creator can add you.'}
        </p>
      )}
      <ul className={styles.shelf}>
        {courses.map((course) => (
          <ShelfRow key={course.id} course={course} />
        ))}
      </ul>
    </main>
  );
}

function ShelfRow({ course }: { readonly course: ShelfCourse }) {
  const rows = useMemo(() => (course.outline ? tilesOf(course.outline, new Map(course.media.map((one) => [one.id, one]))) : []), [course]);
  const minutes = rows.reduce((total, row) => total + row.minutes, 0);
  return (
    <li className={styles.row}>
      <div className={styles.about}>
        <Link href={`/c/${course.slug}/build`} className={styles.title}>
          {course.title}
        </Link>
        <p className={styles.facts}>
          {course.liveEdition ? `Edition ${course.liveEdition} is live` : 'Not published yet'} · {course.lessons} {course.lessons === 1 ? 'lesson' : 'lessons'}{' '}
          · {minutes} min · {course.learners} {course.learners === 1 ? 'learner' : 'learners'}
        </p>
        {course.description && <p className={styles.description}>{course.description}</p>}
      </div>
      <TileMap rows={rows} compact />
    </li>
  );
}

function NewCourse() {
  const router = useRouter();
  const [title, setTitle] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [id] = useState(newId);
  const [busy, setBusy] = useState(false);
  const make = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const made = await act<{ slug: string }>('course.create', { id, title });
    if (made.ok) return router.push(`/c/${made.value.slug}/build`);
    setProblem(made.problem.sentence);
    setBusy(false);
  };
  return (
    <form className={styles.new} onSubmit={make} noValidate>
      <TextInput
        aria-label="Working title of a new course"
        placeholder="Working title of a new course"
        value={title}
        onChange={(event) => setTitle(event.currentTarget.value)}
        error={problem}
        w={320}
      />
      <Button type="submit" leftSection={<IconPlus size={16} />} loading={busy}>
        Make course
      </Button>
    </form>
  );
}
