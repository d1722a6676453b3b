import { object } from 'yup';
import { bodyOf, respond } from '@/app/_server/respond';
import { forCourse } from '@/app/_server/routes';
import { idSchema } from '@/core/kernel/ids';
import { parsed } from '@/core/kernel/parse';
import { ok } from '@/core/kernel/problem';
import { correctionFields } from '@/core/quiz';
import { effectsOfWish } from '@/server/quiz';

const schema = object({ courseId: idSchema, lessonId: idSchema, ...correctionFields }).noUnknown();

/** What would come of putting a question right: everybody's result as it is and as it would be. Nothing is changed. */
export const POST = forCourse(async ({ db, request, courseId, params }) => {
  const body = await bodyOf(request);
  const wish = parsed(
    schema,
    { ...(typeof body === 'object' ? body : {}), courseId, lessonId: params.lessonId },
    'This cannot be done to a question.',
  );
  if (!wish.ok) return respond(wish);
  const effects = await effectsOfWish(db, wish.value);
  if (!effects.ok) return respond(effects);
  return respond(
    ok(
      effects.value.map(({ sitting, points, of, passed, passedBefore }) => ({
        ...{ id: sitting.id, name: sitting.name, number: sitting.number, points, of, passed, passedBefore },
        ...{ pointsBefore: sitting.points, ofBefore: sitting.of },
      })),
    ),
  );
});
