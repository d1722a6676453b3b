import { atWork, type CourseParams } from '@/app/_server/course-door';
import { mediaOfCourse } from '@/server/media';

/** What is known of the files of a course. */
export async function GET(request: Request, route: CourseParams): Promise<Response> {
  const work = await atWork(request, route);
  return work instanceof Response ? work : Response.json([...(await mediaOfCourse(work.courseId)).values()]);
}
