import type { ReactNode } from 'react';
import type { Database } from '@/app/_server/routes';
import { Temporal } from '@/core/kernel/time';
import { type LearnerView, type LessonView, shownOf } from '@/core/learning';
import type { RoomFacts } from '@/core/live';
import type { MediaFacts } from '@/core/media';
import type { LessonKind } from '@/core/outline';
import { type HandInView, handInsOf } from '@/server/assignment';
import { certificateForQuiz } from '@/server/certificate';
import { roomsOf } from '@/server/live';
import { aboutOf, boardOf, extraMinutes, type SittingRow, sittingsOf } from '@/server/quiz';
import controls from '@/ui/plain/controls.module.css';
import { AboutPart } from '../AboutPart';
import { AssignmentPart } from '../AssignmentPart';
import { BoardPart } from '../BoardPart';
import { LinkPart } from '../LinkPart';
import { LivePart } from '../LivePart';
import { PdfPart } from '../PdfPart';
import type { Place } from '../place';
import { AudioLazy, FilmLazy } from '../play/PlayersLazy';
import { Preparing } from '../play/Preparing';
import type { Played } from '../play/time-line';
import { QuizPart } from '../QuizPart';

/** A lesson as the parts of its kind get it. */
type Given = { readonly view: LearnerView; readonly one: LessonView; readonly place: Place };

/** What a learner sees of a kind of lesson beside its text. */
type Parts = {
  /** Whether it wants the whole width of the page. */
  readonly isWide?: boolean;
  /** Above the text, and below it. */
  readonly above?: (given: Given, played: Played) => ReactNode;
  readonly below?: (given: Given) => ReactNode;
  /** What is to be done in it. `own` reads what its learner has done so far; there is nobody's in a view. */
  readonly work?: (given: Given, own: Own | null) => Promise<ReactNode>;
};
export type Own = { readonly db: Database; readonly enrolmentId: string };

/** What plays, once it can be played. */
const playing = ({ id, state }: MediaFacts, what: string, player: ReactNode): ReactNode =>
  ({
    ready: player,
    waiting: <Preparing mediaId={id} what={what} />,
    failed: <p className={controls.notice}>The {what} cannot be played. Tell the people who give the course.</p>,
  })[state];

const parts: { readonly [K in LessonKind]: Parts } = {
  reading: {},
  film: {
    isWide: true,
    above: ({ one: { lesson } }, played) =>
      lesson.media && playing(lesson.media, 'film', <FilmLazy {...played} media={lesson.media} />),
  },
  audio: {
    above: ({ one: { lesson } }, played) =>
      lesson.media && playing(lesson.media, 'recording', <AudioLazy {...played} media={lesson.media} />),
  },
  document: {
    isWide: true,
    below: ({ one: { lesson } }) => lesson.media && <PdfPart media={lesson.media} downloads={lesson.downloads} />,
  },
  link: { below: ({ one: { lesson } }) => lesson.link && <LinkPart address={lesson.link} /> },
  live: {
    above: ({ one: { lesson } }, played) =>
      lesson.media && playing(lesson.media, 'recording', <FilmLazy {...played} media={lesson.media} />),
    async work({ view, one, place }, own) {
      const rooms = own ? await roomsOf(own.db, [one.lesson.id]) : new Map<string, RoomFacts>();
      return <LivePart view={view} one={one} place={place} rooms={rooms} />;
    },
  },
  quiz: {
    async work({ one, place }, own) {
      const sittings: readonly SittingRow[] = own ? await sittingsOf(own.db, own.enrolmentId, one.lesson.id) : [];
      const certificate = own ? await certificateForQuiz(own.db, own.enrolmentId, one.lesson.id) : null;
      const extra = own ? await extraMinutes(own.db, own.enrolmentId, one.lesson.id) : 0;
      const { id, quiz } = one.lesson;
      // Where results are not shown there is nothing to compare.
      const hasBoard = quiz?.board === true && shownOf(one.lesson, Temporal.Now.instant()).points;
      const board =
        hasBoard && own ? await boardOf(own.db, id, quiz.counts, own.enrolmentId) : { rows: [], ownName: null };
      const told = quiz?.asks && own ? await aboutOf(own.db, own.enrolmentId, id) : null;
      const about = {
        ...{ courseId: place.courseId, lessonId: id, told, isView: place.isView },
        asks: quiz?.asks ?? { why: '', questions: [] },
      };
      const asksBefore = about.asks.questions.some(({ when }) => when === 'before') && told === null;
      const isHandedIn = sittings.some(({ handedInAt }) => handedInAt !== null);
      return (
        <>
          {!one.isForOthers && <AboutPart {...about} when="before" />}
          <QuizPart {...{ one, place, sittings, certificate }} extraMinutes={extra} waits={asksBefore} />
          {(isHandedIn || place.isView) && <AboutPart {...about} when="after" />}
          {hasBoard && <BoardPart {...board} place={own ? { courseId: place.courseId, lessonId: id } : null} />}
        </>
      );
    },
  },
  assignment: {
    async work({ view, one, place }, own) {
      const handIns: readonly HandInView[] = own ? await handInsOf(own.db, own.enrolmentId, one.lesson.id) : [];
      return <AssignmentPart view={view} one={one} place={place} handIns={handIns} />;
    },
  },
};
export const partsOf = (kind: LessonKind): Parts => parts[kind];

/** The work of a lesson, for its learner or for a view; nothing while it is closed, or where there is none. */
export const workOf = async (given: Given, own: Own | null): Promise<ReactNode> =>
  given.one.open ? ((await partsOf(given.one.lesson.kind).work?.(given, own)) ?? null) : null;
