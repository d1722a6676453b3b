/**
 * When a course is complete. Free: the learner finishes at will. Strict: every required lesson is
 * done and every required assessment passed. Share: so many percent of the required lessons are done.
 */
export type CompletionRule =
  | { readonly mode: 'free' }
  | { readonly mode: 'strict' }
  | { readonly mode: 'share'; readonly percent: number };

export type CompletionLesson = {
  readonly lesson: { readonly title: string; readonly required: boolean };
  readonly done: boolean;
  /** Null: not an assessment, or one without a pass mark. */
  readonly passed: boolean | null;
};

export type Completion = {
  readonly complete: boolean;
  /** Whether the learner may say "finish" now. */
  readonly mayFinish: boolean;
  /** What still stands in the way, in words. */
  readonly missing: readonly string[];
};

/** Whether a course is complete, and what is missing to it. */
export function completion(
  rule: CompletionRule,
  lessons: readonly CompletionLesson[],
  finishedByLearner: boolean,
): Completion {
  const required = lessons.filter(({ lesson }) => lesson.required);
  switch (rule.mode) {
    case 'free':
      return { complete: finishedByLearner, mayFinish: !finishedByLearner, missing: [] };
    case 'strict': {
      const missing = required.flatMap(({ lesson, done, passed }) => {
        if (passed === false) return [`${lesson.title}: not passed yet`];
        return done ? [] : [`${lesson.title}: not done yet`];
      });
      return { complete: missing.length === 0, mayFinish: false, missing };
    }
    case 'share': {
      const done = required.filter((lesson) => lesson.done).length;
      const needed = Math.ceil((required.length * rule.percent) / 100);
      const left = needed - done;
      return {
        complete: left <= 0,
        mayFinish: false,
        missing: left <= 0 ? [] : [`${left} more of ${required.length} required lessons`],
      };
    }
  }
}
