import { sampleDoor } from '@/app/_server/doors';
import wordStyles from '@/ui/plain/words.module.css';
import { CourseFrame } from '../../_learn/CourseFrame';
import styles from '../../_learn/home.module.css';
import { Mosaic } from '../../_learn/Mosaic';
import { samplePlace } from './place';

type Props = { readonly params: Promise<{ slug: string }> };

export const generateMetadata = async ({ params }: Props) => ({
  title: (await sampleDoor((await params).slug)).view.document.course.title,
});

/** What a visitor may look at of a course. */
export default async function SampleCourse({ params }: Props) {
  const { head, view } = await sampleDoor((await params).slug);
  const { course } = view.document;
  const place = samplePlace(head, view);
  return (
    <CourseFrame view={view} place={place} here="home">
      <article className={styles.home}>
        <div className={styles.work}>
          <p className={wordStyles.quiet}>To look at before you join</p>
          <h1>{course.title}</h1>
          {course.description && <p className={styles.lead}>{course.description}</p>}
          <Mosaic view={view} place={place} />
          {course.promise && (
            <section>
              <h2>What you can do afterwards</h2>
              <p className={styles.lead}>{course.promise}</p>
            </section>
          )}
        </div>
      </article>
    </CourseFrame>
  );
}
