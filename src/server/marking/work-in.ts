import { type SQL, sql } from 'drizzle-orm';

/** Work of a lesson, of both sorts, with who it is shared to. */
export const workIn = (courseId: string, lessonId: string): SQL => sql`(
  select 'work' as sort, id, learner_id, enrolment_id, lesson_id, hides_name and released_at is null as hidden, state, shared_to, coalesce(handed_in_at, changed_at) as at
  from hand_in where course_id = ${courseId} and lesson_id = ${lessonId} and state <> 'draft'
  union all
  select 'paper', id, learner_id, enrolment_id, lesson_id, false, marking, shared_to, handed_in_at
  from sitting where course_id = ${courseId} and lesson_id = ${lessonId} and marking is not null
) as work`;

/** Whether a part of `work` (a criterion, a question) has its points, or is not asked there. */
export const isDecided = (partId: string): SQL => sql`(work.state in ('marked', 'asked') or case work.sort
  when 'work' then exists (
    select from hand_in h, jsonb_array_elements(coalesce(h.criteria, '[]')) c where h.id = work.id
      and c->>'criterionId' = ${partId} and (c->'points' <> 'null' or c->'chosen' <> 'null'))
  else not exists (select from sitting_answer a where a.sitting_id = work.id and a.question_id = ${partId}::uuid)
    or exists (
      select from (
        select marks from sitting_marks m where m.sitting_id = work.id order by m.at desc, m.id desc limit 1
      ) newest, jsonb_array_elements(newest.marks) c
      where c->>'questionId' = ${partId} and c->'points' <> 'null') end)`;
