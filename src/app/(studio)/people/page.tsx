import { TableTd, TableTh, TableTr } from '@mantine/core';
import { FindField } from '@/app/_client/FindField';
import { schoolDoor } from '@/app/_server/doors';
import { findIn, pageIn } from '@/core/kernel/page';
import { can } from '@/core/people';
import { coursesFor } from '@/server/outline';
import { nameRequests, peoplePage } from '@/server/people';
import wordStyles from '@/ui/plain/words.module.css';
import { DataTable } from '@/ui/table/DataTable';
import { Pages } from '@/ui/table/Pages';
import { TopBar } from '../_frame/TopBar';
import styles from '../marking/marking.module.css';
import { AddPerson } from './AddPerson';
import { NameRequests } from './NameRequests';

export const metadata = { title: 'People' };

export default async function PeoplePage({
  searchParams,
}: {
  readonly searchParams: Promise<{ find?: string | string[]; page?: string }>;
}) {
  const [entered, asked] = await Promise.all([
    schoolDoor((person) => can(person, 'people.manage'), '/people'),
    searchParams,
  ]);
  const { person, db } = entered;
  const find = findIn(asked.find);
  const [{ rows, found, page }, courses, requests] = await Promise.all([
    peoplePage(db, find, pageIn(asked.page)),
    coursesFor(db, person),
    nameRequests(db),
  ]);
  return (
    <>
      <TopBar entered={entered} here="people" />
      <main className={styles.page}>
        <div className={styles.head}>
          <h1>People</h1>
        </div>
        <NameRequests requests={requests} ownId={person.id} />
        <AddPerson courses={courses.map(({ id, title }) => ({ value: id, label: title }))} />
        <FindField label="Find a person" placeholder="Find a name or an address" find={find} mb="sm" />
        {found === 0 && <p className={wordStyles.empty}>Nobody here has these words in their name or address.</p>}
        <div className={styles.scroll}>
          <DataTable names={['Name', 'E-mail address', 'Role']}>
            {rows.map((one) => (
              <TableTr key={one.id}>
                <TableTh scope="row">
                  <bdi>{one.name}</bdi>
                </TableTh>
                <TableTd>{one.email}</TableTd>
                <TableTd>{one.role}</TableTd>
              </TableTr>
            ))}
          </DataTable>
        </div>
        <Pages
          page={page}
          found={found}
          what="people"
          hrefOf={(other) => `/people?${new URLSearchParams({ find, page: String(other) })}`}
        />
      </main>
    </>
  );
}
