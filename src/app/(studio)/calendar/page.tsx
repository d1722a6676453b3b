import { schoolDoor } from '@/app/_server/doors';
import { makesCourses } from '@/core/people';
import { datesOfStaff } from '@/server/calendar';
import { TopBar } from '../_frame/TopBar';
import { SchoolCalendar } from './SchoolCalendar';

export const metadata = { title: 'Calendar' };

export default async function CalendarPage() {
  const entered = await schoolDoor(makesCourses, '/calendar');
  const { person, db } = entered;
  return (
    <>
      <TopBar entered={entered} here="calendar" />
      <SchoolCalendar
        dates={await datesOfStaff(db, person)}
        now={Date.now()}
        zone={person.zone}
        locale={person.locale}
      />
    </>
  );
}
