import { orNotFound, signedIn } from '@/app/_server/person';
import { can } from '@/core/people';
import { catalogueFor, viewsOf } from '@/server/exchange';
import { TopBar } from '../_frame/TopBar';
import { CatalogueDesk } from './CatalogueDesk';

export const metadata = { title: 'Catalogue' };

export default async function CataloguePage() {
  const person = await signedIn('/catalogue');
  orNotFound(can(person, 'course.create') || Object.values(person.courses).includes('creator') || null);
  const [catalogue, views] = await Promise.all([catalogueFor(person), viewsOf(person.id)]);
  return (
    <>
      <TopBar person={person} here="catalogue" />
      <CatalogueDesk catalogue={catalogue} views={views} />
    </>
  );
}
