'use client';
import { ActionIcon, Button, Tooltip } from '@mantine/core';
import { IconPrinter, IconZoomIn, IconZoomOut } from '@tabler/icons-react';
import { useCallback, useMemo, useState } from 'react';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { TileLegend, TileMap, type TilePlace, type Zoom, zooms } from '@/ui/tile/TileMap';
import { useDesk } from '../_course/CourseProvider';
import styles from './build.module.css';

/** The tile map above the outline: click selects, dragging moves, and it can be looked at from near and far. */
export function Glance() {
  const { rows, state, store, head } = useDesk();
  const [zoom, setZoom] = useState<Zoom>('usual');
  const [only, setOnly] = useState<string | null>(null);
  const minutes = rows.reduce((total, row) => total + row.minutes, 0);
  const shown = useMemo(() => (only ? rows.filter((row) => row.section.id === only) : rows), [rows, only]);
  const select = useCallback(
    (id: string, also: boolean) => {
      const { marked } = store.get();
      store.select({ table: 'lesson', id }, also ? marked : undefined);
    },
    [store],
  );
  const move = useCallback(
    (id: string, { sectionId, before }: TilePlace) => {
      store.edit({ do: 'move-lessons', ids: [id], sectionId, before });
    },
    [store],
  );
  const focusOn = useCallback((id: string) => {
    setOnly((now) => (now === id ? null : id));
    setZoom((now) => (now === 'near' ? 'usual' : 'near'));
  }, []);
  const step = (by: 1 | -1) => {
    const next = zooms[zooms.indexOf(zoom) + by];
    if (next) setZoom(next);
  };
  return (
    <section className={styles.glance} aria-label="Course at a glance">
      <div className={styles.glanceHead}>
        <p>
          <b>Course at a glance</b> <span className={styles.quiet}>tile width = learner minutes, {minutes} in all</span>{' '}
          {only && (
            <Button
              size="compact-xs"
              variant="default"
              onClick={() => {
                setOnly(null);
                setZoom('usual');
              }}
            >
              Whole course
            </Button>
          )}
        </p>
        <span className={styles.zoom}>
          {zoom === 'far' ? (
            <Tooltip label="All courses">
              <ActionIcon
                component={Link}
                href="/courses"
                variant="subtle"
                color="gray"
                size="sm"
                aria-label="All courses"
              >
                <IconZoomOut size={16} />
              </ActionIcon>
            </Tooltip>
          ) : (
            <Tooltip label="From further away">
              <ActionIcon
                variant="subtle"
                color="gray"
                size="sm"
                aria-label="Look from further away"
                onClick={() => step(-1)}
              >
                <IconZoomOut size={16} />
              </ActionIcon>
            </Tooltip>
          )}
          <Tooltip label="From nearer, with titles">
            <ActionIcon
              variant="subtle"
              color="gray"
              size="sm"
              aria-label="Look from nearer"
              disabled={zoom === 'near'}
              onClick={() => step(1)}
            >
              <IconZoomIn size={16} />
            </ActionIcon>
          </Tooltip>
          <Tooltip label="The whole map, to print">
            <ActionIcon
              component={Link}
              href={`/c/${head.slug}/build/map`}
              variant="subtle"
              color="gray"
              size="sm"
              aria-label="The whole map, to print"
            >
              <IconPrinter size={16} />
            </ActionIcon>
          </Tooltip>
        </span>
        <span className={wordStyles.spring} />
        <TileLegend />
      </div>
      {rows.length > 0 && (
        <TileMap
          rows={shown}
          boxed
          zoom={zoom}
          selected={state.marked}
          onSelect={select}
          onMove={move}
          onSection={focusOn}
        />
      )}
    </section>
  );
}
