import { schoolDoor } from '@/app/_server/doors';
import { can } from '@/core/people';
import { coursesFor } from '@/server/outline';
import { nameRequests, peopleOfSchool } from '@/server/people';
import { TableHead } from '@/ui/table/TableHead';
import { TopBar } from '../_frame/TopBar';
import styles from '../marking/marking.module.css';
import { AddPerson } from './AddPerson';
import { NameRequests } from './NameRequests';

export const metadata = { title: 'People' };

export default async function PeoplePage() {
  const entered = await schoolDoor((person) => can(person, 'people.manage'), '/people');
  const { person, db } = entered;
  const [people, courses, requests] = await Promise.all([peopleOfSchool(db), coursesFor(db, person), nameRequests(db)]);
  return (
    <>
      <TopBar entered={entered} here="people" />
      <main className={styles.page}>
        <div className={styles.head}>
          <h1>People</h1>
        </div>
        <NameRequests requests={requests} ownId={person.id} />
        <AddPerson courses={courses.map(({ id, title }) => ({ value: id, label: title }))} />
        <div className={styles.scroll}>
          <table className={styles.table}>
            <TableHead names={['Name', 'E-mail address', 'Role']} />
            <tbody>
              {people.map((one) => (
                <tr key={one.id}>
                  <th scope="row">
                    <bdi>{one.name}</bdi>
                  </th>
                  <td>{one.email}</td>
                  <td>{one.role}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </main>
    </>
  );
}
