import { schoolDoor } from '@/app/_server/doors';
import { makesCourses } from '@/core/people';
import { catalogueFor, viewsOf } from '@/server/exchange';
import { TopBar } from '../_frame/TopBar';
import { CatalogueDesk } from './CatalogueDesk';

export const metadata = { title: 'Catalogue' };

export default async function CataloguePage() {
  const entered = await schoolDoor(makesCourses, '/catalogue');
  const { person, db } = entered;
  const [catalogue, views] = await Promise.all([catalogueFor(db, person), viewsOf(db, person.id)]);
  return (
    <>
      <TopBar entered={entered} here="catalogue" />
      <CatalogueDesk catalogue={catalogue} views={views} />
    </>
  );
}
