'use client';
import { Button, Select, TextInput } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { act } from '@/app/_client/act';
import { FindField } from '@/app/_client/FindField';
import { coursesPerPage } from '@/core/kernel/page';
import { counted } from '@/core/kernel/words';
import { type Pattern, patternDrafts, startingPatterns } from '@/core/outline';
import { Link } from '@/ui/frame/Link';
import { newId } from '@/ui/ids';
import { useReady } from '@/ui/plain/useReady';
import wordStyles from '@/ui/plain/words.module.css';
import { Pages } from '@/ui/table/Pages';
import { TileMap } from '@/ui/tile/TileMap';
import type { MapRow } from '@/ui/tile/tiles';
import styles from './shelf.module.css';

export type ShelfCourse = {
  readonly id: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
  readonly liveEdition: number | null;
  readonly lessons: number;
  readonly learners: number;
  readonly minutes: number;
  readonly sections: number;
  /** The first rows of the tile map. */
  readonly rows: readonly MapRow[];
};

type Props = {
  /** A page of the shelf. */
  readonly courses: readonly ShelfCourse[];
  readonly counts: { readonly found: number; readonly total: number };
  readonly find: string;
  readonly page: number;
  readonly patterns: readonly Pattern[];
  readonly mayCreate: boolean;
};

export function Shelf({ courses, counts, find, page, patterns, mayCreate }: Props) {
  return (
    <main className={styles.page}>
      <div className={styles.head}>
        <h1>Courses</h1>
        {mayCreate && <NewCourse patterns={patterns} />}
      </div>
      {counts.total > coursesPerPage && <FindField label="Find a course" find={find} mb="sm" />}
      {counts.total > 0 && counts.found === 0 && (
        <p className={wordStyles.empty}>None of the {counts.total} courses has these words in its title.</p>
      )}
      {counts.total === 0 && (
        <p className={wordStyles.empty}>
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
      <Pages
        page={page}
        found={counts.found}
        perPage={coursesPerPage}
        what="courses"
        hrefOf={(other) => `/courses?${new URLSearchParams({ ...(find === '' ? {} : { find }), page: String(other) })}`}
      />
    </main>
  );
}

const manyLessons = 150;

function ShelfRow({ course }: { readonly course: ShelfCourse }) {
  const { rows, minutes, sections } = course;
  const more = sections - rows.length;
  return (
    <li className={styles.row}>
      <div className={styles.about}>
        <Link href={`/c/${course.slug}/build`} className={styles.title}>
          {course.title}
        </Link>
        <p className={styles.facts}>
          {course.liveEdition ? `Edition ${course.liveEdition} is live` : 'Not published yet'} · {course.lessons}{' '}
          {course.lessons === 1 ? 'lesson' : 'lessons'} · {minutes} min · {course.learners}{' '}
          {course.learners === 1 ? 'learner' : 'learners'}
        </p>
        {course.description && <p className={styles.description}>{course.description}</p>}
      </div>
      <div>
        <TileMap rows={rows} compact zoom={course.lessons > manyLessons ? 'far' : 'usual'} />
        {more > 0 && <p className={styles.facts}>and {counted(more, 'more section', 'more sections')}</p>}
      </div>
    </li>
  );
}

function NewCourse({ patterns }: { readonly patterns: readonly Pattern[] }) {
  const all = [...startingPatterns, ...patterns];
  const [pattern, setPattern] = useState('');
  const ready = useReady();
  const router = useRouter();
  const [title, setTitle] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [id] = useState(newId);
  const [busy, setBusy] = useState(false);
  const make = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const made = await act<{ slug: string }>('course.create', { id, title });
    if (made.ok) {
      const chosen = all.find((one) => one.id === pattern);
      const begun = chosen
        ? await act('outline.edit', {
            courseId: id,
            // Named after the course: sent again after a broken line, it is put in once.
            step: id,
            edit: {
              do: 'put',
              into: null,
              after: null,
              lessons: [],
              afterSection: null,
              sections: patternDrafts(chosen.sections, newId),
            },
          })
        : made;
      if (begun.ok) return router.push(`/c/${made.value.slug}/${chosen ? 'plan' : 'build'}`);
      setProblem(begun.problem.sentence);
    } else setProblem(made.problem.sentence);
    setBusy(false);
  };
  return (
    <form className={styles.new} onSubmit={make} noValidate>
      <TextInput
        aria-label="Working title of a new course"
        placeholder="Working title of a new course"
        readOnly={!ready}
        value={title}
        onChange={(event) => setTitle(event.currentTarget.value)}
        error={problem}
        w={300}
      />
      <Select
        aria-label="Begin with"
        value={pattern}
        data={[
          { value: '', label: 'Begin empty' },
          ...all.map((one) => ({ value: one.id, label: `Begin with: ${one.title}` })),
        ]}
        onChange={(value) => setPattern(value ?? '')}
        allowDeselect={false}
        w={230}
      />
      <Button type="submit" leftSection={<IconPlus size={16} />} loading={busy}>
        Make course
      </Button>
    </form>
  );
}
