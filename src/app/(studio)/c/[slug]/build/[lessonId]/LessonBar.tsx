'use client';
import { ActionIcon, Tooltip } from '@mantine/core';
import { IconArrowLeft, IconChevronDown, IconChevronUp } from '@tabler/icons-react';
import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useEffect } from 'react';
import { type Lesson, lessonKindOf } from '@/core/outline';
import { Link } from '@/ui/frame/Link';
import { useDesk } from '../../_course/CourseProvider';
import { PageTabs } from '../../_course/PageTabs';
import styles from '../../_course/tabs.module.css';
import { DropAnywhere } from '../DropAnywhere';
import { SavedMark } from '../Toolbar';

/** Which lesson is open, what of it is being made, and the way back. */
export function LessonBar({
  lesson,
  children,
}: {
  readonly lesson: Lesson | undefined;
  readonly children?: ReactNode;
}) {
  const { head, rows } = useDesk();
  const here = usePathname();
  const all = rows.flatMap((row, s) =>
    row.tiles.map((tile, l) => ({ lesson: tile.lesson, number: `${s + 1}.${l + 1}` })),
  );
  const at = all.findIndex((one) => one.lesson.id === lesson?.id);
  const place = all[at]?.number;
  const facts = lesson && lessonKindOf(lesson.kind);
  const pages = lesson
    ? [
        { path: `build/${lesson.id}`, name: facts?.textName ?? 'Text' },
        ...(facts?.file?.plays ? [{ path: `build/${lesson.id}/time-line`, name: 'Chapters and checkpoints' }] : []),
        ...(facts?.isGraded
          ? [{ path: `build/${lesson.id}/assess`, name: facts.asks ? 'Questions' : 'Hand-in and points' }]
          : []),
        ...(facts?.file?.captions ? [{ path: `build/${lesson.id}/captions`, name: 'Captions' }] : []),
        { path: `build/${lesson.id}/versions`, name: 'Versions' },
      ]
    : [];
  const before = (
    <>
      <Link href={`/c/${head.slug}/build`} className={styles.back}>
        <IconArrowLeft size={16} aria-hidden="true" /> Outline
      </Link>
      {lesson && (
        <span className={styles.name} dir="auto">
          {place} {lesson.title}
        </span>
      )}
    </>
  );
  // The same page of its neighbour, where that has one.
  const pageOf = (other: Lesson) => {
    const part = here.split('/').at(-1) ?? '';
    const { file, isGraded } = lessonKindOf(other.kind);
    const has =
      (part === 'time-line' && file?.plays) ||
      (part === 'captions' && file?.captions) ||
      (part === 'assess' && isGraded) ||
      part === 'versions';
    return `/c/${head.slug}/build/${other.id}${has ? `/${part}` : ''}`;
  };
  return (
    <PageTabs label="Lesson" pages={pages} before={before}>
      {lesson && <DropAnywhere lesson={lesson} />}
      <Neighbour to={at > 0 ? all[at - 1] : undefined} pageOf={pageOf} words="The lesson before" name="PageUp" />
      <Neighbour to={at >= 0 ? all[at + 1] : undefined} pageOf={pageOf} words="The next lesson" name="PageDown" />
      <SavedMark />
      {children}
    </PageTabs>
  );
}

type NeighbourProps = {
  readonly to: { readonly lesson: Lesson; readonly number: string } | undefined;
  readonly pageOf: (lesson: Lesson) => string;
  readonly words: string;
  /** The key that leads there, with Alt. */
  readonly name: 'PageUp' | 'PageDown';
};

/** The way to the lesson before or behind: a button, and a key that also works while somebody types. */
function Neighbour({ to, pageOf, words, name }: NeighbourProps) {
  const router = useRouter();
  const address = to && pageOf(to.lesson);
  useEffect(() => {
    if (!address) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== name || !event.altKey) return;
      event.preventDefault();
      router.push(address);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [address, name, router]);
  const Glyph = name === 'PageUp' ? IconChevronUp : IconChevronDown;
  return (
    <Tooltip label={`${words}${to ? `: ${to.number} ${to.lesson.title}` : ''} (Alt ${name})`}>
      <ActionIcon
        variant="subtle"
        color="gray"
        aria-label={`${words}${to ? `: ${to.lesson.title}` : ''}`}
        disabled={!address}
        onClick={() => address && router.push(address)}
      >
        <Glyph size={18} />
      </ActionIcon>
    </Tooltip>
  );
}
