import { schoolDoor } from '@/app/_server/doors';
import { findIn, pageIn } from '@/core/kernel/page';
import { can, makesCourses } from '@/core/people';
import { mediaOfCourse } from '@/server/media';
import { coursesPage, loadStructure, schoolPatterns } from '@/server/outline';
import { type MapRow, tilesOf } from '@/ui/tile/tiles';
import { TopBar } from '../_frame/TopBar';
import { Shelf, type ShelfCourse } from './Shelf';

export const metadata = { title: 'Courses' };

/** A shelf shows the beginning of a long course. */
const mostRows = 12;

/** As much of a row as is drawn, so that a page of courses stays small. */
const drawn = ({ section, number, minutes, tiles }: MapRow): MapRow => ({
  section: { id: section.id, title: section.title },
  number,
  minutes,
  tiles: tiles.map(({ lesson, ...tile }) => ({
    lesson: { id: lesson.id, title: lesson.title },
    number: tile.number,
    minutes: tile.minutes,
    kind: tile.kind,
    fill: tile.fill,
    settle: tile.settle,
    look: tile.look,
  })),
});

type Asked = { readonly find?: string | string[]; readonly page?: string };

export default async function CoursesPage({ searchParams }: { readonly searchParams: Promise<Asked> }) {
  const [entered, asked] = await Promise.all([schoolDoor(makesCourses, '/courses'), searchParams]);
  const { person, db } = entered;
  const find = findIn(asked.find);
  const [{ rows: courses, found, total, page }, patterns] = await Promise.all([
    coursesPage(db, person, find, pageIn(asked.page)),
    schoolPatterns(db),
  ]);
  const shelf: ShelfCourse[] = await Promise.all(
    courses.map(async ({ id, slug, title, description, liveEdition, lessons, learners }) => {
      const [outline, media] = await Promise.all([loadStructure(db, id), mediaOfCourse(db, id)]);
      const rows = outline ? tilesOf(outline, media) : [];
      const minutes = rows.reduce((total, row) => total + row.minutes, 0);
      return {
        id,
        slug,
        title,
        description,
        liveEdition,
        lessons,
        learners,
        minutes,
        sections: rows.length,
        rows: rows.slice(0, mostRows).map(drawn),
      };
    }),
  );
  return (
    <>
      <TopBar entered={entered} here="courses" />
      <Shelf
        courses={shelf}
        counts={{ found, total }}
        find={find}
        page={page}
        patterns={patterns}
        mayCreate={can(person, 'course.create')}
      />
    </>
  );
}
