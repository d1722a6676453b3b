/** Where a learner's pages stand: for a learner, or as a view of the working copy. */
export type Place = {
  readonly courseId: string;
  /** `/learn/stream-survey` or `/view/stream-survey`. */
  readonly base: string;
  /** Kept on every link of a view: `?start=…`; empty for learners. */
  readonly query: string;
  readonly isView: boolean;
  /** Who takes the course; nobody in a view. */
  readonly personId?: string;
  /** For visitors: only what is a sample, and nobody's grades. */
  readonly isSample?: boolean;
  readonly locale: string;
  readonly zone: string;
};

export const lessonHref = (place: Place, lessonId: string) => `${place.base}/${lessonId}${place.query}`;
