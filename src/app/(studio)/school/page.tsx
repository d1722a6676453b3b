import { schoolDoor } from '@/app/_server/doors';
import { Temporal } from '@/core/kernel/time';
import { can, localeChoices, zonesWith } from '@/core/people';
import { checkAddress, knownKeys, sharing } from '@/server/certificate';
import { schoolFacts } from '@/server/people';
import { TopBar } from '../_frame/TopBar';
import { Keys } from './Keys';
import { SchoolNames } from './SchoolNames';
import { SharingForm } from './SharingForm';
import styles from './school.module.css';

export const metadata = { title: 'School' };

/** What holds for the whole school: where it is, how its certificates are found and shared, and what its badges are signed with. */
export default async function SchoolPage() {
  const entered = await schoolDoor((person) => can(person, 'school.change'), '/school');
  const { person, db } = entered;
  const [shared, keys, school] = await Promise.all([sharing(db), knownKeys(db), schoolFacts(db)]);
  return (
    <>
      <TopBar entered={entered} here="school" />
      <main className={styles.page}>
        <h1>{school?.name}</h1>
        {school && (
          <SchoolNames
            names={{ zone: school.zone, locale: school.locale }}
            zones={zonesWith(school.zone)}
            choices={localeChoices(school.locale, Temporal.Now.instant(), school.zone)}
          />
        )}
        <SharingForm sharing={shared} school={school?.name ?? ''} address={checkAddress('…')} />
        <Keys keys={keys} names={person} />
      </main>
    </>
  );
}
