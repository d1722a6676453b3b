'use client';
import { Button } from '@mantine/core';
import { IconArrowLeft, IconPrinter } from '@tabler/icons-react';
import { Link } from '@/ui/frame/Link';
import { TileLegend, TileMap } from '@/ui/tile/TileMap';
import { useCourse, useDesk } from '../../_course/CourseProvider';
import styles from './map.module.css';

/** The whole tile map with its titles, for the wall. */
export default function MapPage() {
  const { rows, head } = useDesk();
  const course = useCourse();
  const lessons = rows.reduce((total, row) => total + row.tiles.length, 0);
  const minutes = rows.reduce((total, row) => total + row.minutes, 0);
  return (
    <main className={styles.page}>
      <div className={styles.bar} data-steers>
        <Link href={`/c/${head.slug}/build`}>
          <IconArrowLeft size={16} aria-hidden="true" /> Outline
        </Link>
        <Button variant="default" leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <h2 className={styles.title}>{course.title}</h2>
      <p className={styles.facts}>
        {rows.length} sections · {lessons} lessons · {minutes} minutes, shown as width
      </p>
      <TileLegend />
      <div className={styles.map}>
        <TileMap rows={rows} zoom="near" />
      </div>
    </main>
  );
}
