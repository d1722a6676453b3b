import { signedIn } from '@/app/_server/person';
import { can } from '@/core/people';
import { mediaOfCourse } from '@/server/media';
import { coursesFor, loadOutline } from '@/server/outline';
import { TopBar } from '../_frame/TopBar';
import { Shelf, type ShelfCourse } from './Shelf';

export const metadata = { title: 'Courses' };

export default async function CoursesPage() {
  const person = await signedIn('/courses');
  const courses = await coursesFor(person);
  const shelf: ShelfCourse[] = await Promise.all(
    courses.map(async (course) => {
      const [outline, media] = await Promise.all([loadOutline(course.id), mediaOfCourse(course.id)]);
      return { ...course, outline, media: [...media.values()] };
    }),
  );
  return (
    <>
      <TopBar person={person} here="courses" />
      <Shelf courses={shelf} mayCreate={can(person, 'course.create')} />
    </>
  );
}
