import { type LessonProgress, mergePassages, type Passage, type Verdict } from './progress';

/**
 * Learner events as statements of the Experience API (xAPI, IEEE 9274.1.1): somebody did something
 * with something, at a time, with a result. Verbs are those of the ADL vocabulary, and a film's
 * passages follow the xAPI video profile.
 */
export const verbs = {
  experienced: 'http://adlnet.gov/expapi/verbs/experienced',
  progressed: 'http://adlnet.gov/expapi/verbs/progressed',
  answered: 'http://adlnet.gov/expapi/verbs/answered',
  attempted: 'http://adlnet.gov/expapi/verbs/attempted',
  completed: 'http://adlnet.gov/expapi/verbs/completed',
  /** What was handed in is taken back, to be gone on with. */
  suspended: 'http://adlnet.gov/expapi/verbs/suspended',
  passed: 'http://adlnet.gov/expapi/verbs/passed',
  failed: 'http://adlnet.gov/expapi/verbs/failed',
} as const;
export type Verb = keyof typeof verbs;
const playedSegments = 'https://w3id.org/xapi/video/extensions/played-segments';
const time = 'https://w3id.org/xapi/video/extensions/time';

export type LearnerEvent = {
  readonly id: string;
  readonly verb: Verb;
  /** The enrolment in which it was done; the standard calls it a registration. */
  readonly enrolmentId: string;
  readonly learnerId: string;
  readonly courseId: string;
  /** Null: the course as a whole. */
  readonly lessonId: string | null;
  readonly lessonTitle: string;
  /** Instant, ISO 8601. */
  readonly at: string;
  readonly passages?: readonly Passage[];
  /** Where in a film it was, in seconds. */
  readonly place?: number;
  readonly score?: { readonly raw: number; readonly max: number };
  /** The question that was answered, and how. */
  readonly question?: AnsweredQuestion & { readonly prompt: string; readonly response: string };
};
type AnsweredQuestion = { readonly id: string; readonly verdict: Verdict };

export type Statement = { readonly [key: string]: unknown };

const passagesText = (passages: readonly Passage[]) => passages.map(([from, to]) => `${from}[.]${to}`).join('[,]');

/** How a question is told apart from the lesson that asks it, in its address. */
const questions = 'questions';
/** As far as a verdict says; what an answer was worth in points is told with the paper it belongs to. */
const scaled: { readonly [V in Verdict]: number } = { right: 1, part: 0.5, wrong: 0 };

/** The statement of an event; `home` is the address that identifies this installation. */
export function statementOf(event: LearnerEvent, home: string): Statement {
  const { question } = event;
  const course = `${home}/courses/${event.courseId}`;
  const lesson = event.lessonId ? `${course}/lessons/${event.lessonId}` : course;
  const object = question ? `${lesson}/${questions}/${question.id}` : lesson;
  const result = {
    ...(event.verb === 'completed' ? { completion: true } : {}),
    ...(event.verb === 'passed' || event.verb === 'failed' ? { success: event.verb === 'passed' } : {}),
    ...(event.score
      ? {
          score: {
            ...event.score,
            min: 0,
            ...(event.score.max > 0 ? { scaled: event.score.raw / event.score.max } : {}),
          },
        }
      : {}),
    ...(question
      ? {
          success: question.verdict === 'right',
          response: question.response,
          score: { scaled: scaled[question.verdict] },
        }
      : {}),
    ...(event.passages
      ? {
          extensions: {
            [playedSegments]: passagesText(event.passages),
            ...(event.place === undefined ? {} : { [time]: event.place }),
          },
        }
      : {}),
  };
  return {
    id: event.id,
    actor: { objectType: 'Agent', account: { homePage: home, name: event.learnerId } },
    verb: { id: verbs[event.verb], display: { en: event.verb } },
    object: { objectType: 'Activity', id: object, definition: { name: { en: question?.prompt ?? event.lessonTitle } } },
    ...(Object.keys(result).length > 0 ? { result } : {}),
    context: {
      registration: event.enrolmentId,
      ...(question ? { contextActivities: { parent: [{ objectType: 'Activity', id: lesson }] } } : {}),
    },
    timestamp: event.at,
  };
}

/** What of an event progress is worked out from. */
export type Told = Pick<LearnerEvent, 'verb' | 'passages' | 'place'> & { readonly question?: AnsweredQuestion };

/** What a statement tells of progress, read back from what `statementOf` wrote; null for one of no verb of ours. */
export function toldBy(body: Statement): Told | null {
  const { verb, object, result } = body as {
    readonly verb?: { readonly id?: unknown };
    readonly object?: { readonly id?: unknown };
    readonly result?: {
      readonly success?: unknown;
      readonly score?: { readonly scaled?: unknown };
      readonly extensions?: { readonly [key: string]: unknown };
    };
  };
  const known = (Object.keys(verbs) as Verb[]).find((name) => verbs[name] === verb?.id);
  if (!known) return null;
  if (known === 'answered') {
    const id = String(object?.id).split(`/${questions}/`)[1];
    const verdict = (Object.keys(scaled) as Verdict[]).find((one) => scaled[one] === result?.score?.scaled);
    return id && verdict ? { verb: known, question: { id, verdict } } : { verb: known };
  }
  const segments = result?.extensions?.[playedSegments];
  if (typeof segments !== 'string') return { verb: known };
  const place = result?.extensions?.[time];
  const passages = (segments === '' ? [] : segments.split('[,]')).flatMap((segment): Passage[] => {
    const [from, to] = segment.split('[.]').map(Number);
    return from !== undefined && to !== undefined ? [[from, to]] : [];
  });
  return { verb: known, passages, ...(typeof place === 'number' ? { place } : {}) };
}

/** Progress after one more event. Done stays done unless it is taken back, and what was once answered rightly stays right. */
export function fold(progress: LessonProgress, event: Told & Pick<LearnerEvent, 'at'>): LessonProgress {
  const watched = event.passages ? mergePassages([...progress.watched, ...event.passages]) : progress.watched;
  const answered = event.question ? withAnswer(progress.answered, event.question) : progress.answered;
  const place = event.place ?? progress.place;
  const so = { ...progress, watched, place, answered };
  if (event.verb === 'completed') return { ...so, state: 'done', doneAt: progress.doneAt ?? event.at };
  if (event.verb === 'suspended') return { ...so, state: 'begun', doneAt: null };
  return { ...so, state: progress.state === 'done' ? 'done' : 'begun' };
}

function withAnswer(
  answered: LessonProgress['answered'],
  { id, verdict }: AnsweredQuestion,
): LessonProgress['answered'] {
  const before = answered[id];
  const best = before && scaled[before.verdict] > scaled[verdict] ? before.verdict : verdict;
  return { ...answered, [id]: { verdict: best, tries: (before?.tries ?? 0) + 1 } };
}
