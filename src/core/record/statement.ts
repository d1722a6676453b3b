import { type LessonProgress, mergePassages, type Passage } from './progress';

/**
 * Learner events as statements of the Experience API (xAPI, IEEE 9274.1.1): somebody did something
 * with something, at a time, with a result. Verbs are those of the ADL vocabulary, and a film's
 * passages follow the xAPI video profile.
 */
export const verbs = {
  experienced: 'http://adlnet.gov/expapi/verbs/experienced',
  progressed: 'http://adlnet.gov/expapi/verbs/progressed',
  attempted: 'http://adlnet.gov/expapi/verbs/attempted',
  completed: 'http://adlnet.gov/expapi/verbs/completed',
  passed: 'http://adlnet.gov/expapi/verbs/passed',
  failed: 'http://adlnet.gov/expapi/verbs/failed',
} as const;
export type Verb = keyof typeof verbs;
const playedSegments = 'https://w3id.org/xapi/video/extensions/played-segments';

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
  readonly score?: { readonly raw: number; readonly max: number };
};

export type Statement = { readonly [key: string]: unknown };

const passagesText = (passages: readonly Passage[]) => passages.map(([from, to]) => `${from}[.]${to}`).join('[,]');

/** The statement of an event; `home` is the address that identifies this installation. */
export function statementOf(event: LearnerEvent, home: string): Statement {
  const object = event.lessonId
    ? `${home}/courses/${event.courseId}/lessons/${event.lessonId}`
    : `${home}/courses/${event.courseId}`;
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
    ...(event.passages ? { extensions: { [playedSegments]: passagesText(event.passages) } } : {}),
  };
  return {
    id: event.id,
    actor: { objectType: 'Agent', account: { homePage: home, name: event.learnerId } },
    verb: { id: verbs[event.verb], display: { en: event.verb } },
    object: { objectType: 'Activity', id: object, definition: { name: { en: event.lessonTitle } } },
    ...(Object.keys(result).length > 0 ? { result } : {}),
    context: { registration: event.enrolmentId },
    timestamp: event.at,
  };
}

/** What a statement tells of progress, read back from what `statementOf` wrote; null for one of no verb of ours. */
export function toldBy(body: Statement): Pick<LearnerEvent, 'verb' | 'passages'> | null {
  const { verb, result } = body as {
    readonly verb?: { readonly id?: unknown };
    readonly result?: { readonly extensions?: { readonly [key: string]: unknown } };
  };
  const known = (Object.keys(verbs) as Verb[]).find((name) => verbs[name] === verb?.id);
  if (!known) return null;
  const segments = result?.extensions?.[playedSegments];
  if (typeof segments !== 'string') return { verb: known };
  const passages = segments.split('[,]').flatMap((segment): Passage[] => {
    const [from, to] = segment.split('[.]').map(Number);
    return from !== undefined && to !== undefined ? [[from, to]] : [];
  });
  return { verb: known, passages };
}

/** Progress after one more event. Done stays done. */
export function fold(progress: LessonProgress, event: Pick<LearnerEvent, 'verb' | 'at' | 'passages'>): LessonProgress {
  const watched = event.passages ? mergePassages([...progress.watched, ...event.passages]) : progress.watched;
  if (event.verb === 'completed') return { state: 'done', doneAt: progress.doneAt ?? event.at, watched };
  return { ...progress, watched, state: progress.state === 'done' ? 'done' : 'begun' };
}
