/** The address of the room in which a session meets at a moment, in milliseconds. */
export const roomHref = (courseId: string, lessonId: string, startsAt: number | string) =>
  `/room/${courseId}/${lessonId}/${startsAt}`;
