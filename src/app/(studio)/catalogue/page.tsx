import { schoolDoor } from '@/app/_server/doors';
import { noFilter } from '@/core/exchange';
import { makesCourses } from '@/core/people';
import { rowsPage, rowsPerPage, viewsOf } from '@/server/exchange';
import { TopBar } from '../_frame/TopBar';
import { CatalogueDesk } from './CatalogueDesk';

export const metadata = { title: 'Catalogue' };

export default async function CataloguePage() {
  const entered = await schoolDoor(makesCourses, '/catalogue');
  const { person, db } = entered;
  const usual = { about: 'lesson', filter: noFilter, sort: null } as const;
  const [first, views] = await Promise.all([rowsPage(db, person, usual, 0), viewsOf(db, person.id)]);
  return (
    <>
      <TopBar entered={entered} here="catalogue" />
      <CatalogueDesk first={first} perPage={rowsPerPage} views={views} />
    </>
  );
}
