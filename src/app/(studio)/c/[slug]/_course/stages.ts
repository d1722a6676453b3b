import { courseOf, type Finding, isGraded, lessonKindOf, type Outline, papersOf, sectionsOf } from '@/core/outline';

export const stages = [
  { id: 'plan', name: 'Plan' },
  { id: 'build', name: 'Build' },
  { id: 'release', name: 'Release' },
  { id: 'assess', name: 'Assess' },
  { id: 'award', name: 'Award' },
  { id: 'run', name: 'Run' },
] as const;
export type StageId = (typeof stages)[number]['id'];

export type Square = 'ready' | 'settle' | 'look' | 'open';
const most = 8;

/** The small squares under a stage: one for each thing that stage is about, as ready as it is. */
export function stageSquares(stage: StageId, outline: Outline, findings: readonly Finding[]): Square[] {
  const course = courseOf(outline);
  const own = findings.filter((finding) => finding.place.stage === stage);
  const levels = new Map<string, Finding['level']>();
  for (const { place, level } of own) if (level === 'settle' || !levels.has(place.id)) levels.set(place.id, level);
  const stateOf = (id: string, ready: boolean): Square => levels.get(id) ?? (ready ? 'ready' : 'open');
  const lessons = Object.values(outline.lesson);
  const papers = papersOf(outline);
  const filled = (text: string): Square => (text.trim() ? 'ready' : 'open');
  switch (stage) {
    case 'plan':
      return ['ready', filled(course.description), filled(course.audience), filled(course.promise)];
    case 'build': {
      const sections = sectionsOf(outline).slice(0, most);
      return sections.map((section) => {
        const inside = lessons.filter((lesson) => lesson.sectionId === section.id);
        const states = [
          stateOf(section.id, true),
          ...inside.map((lesson) =>
            stateOf(
              lesson.id,
              lesson.state === 'ready' && lessonKindOf(lesson.kind).isFilled(lesson, papers.get(lesson.id)?.count ?? 0),
            ),
          ),
        ];
        return (['settle', 'look', 'open'] as const).find((state) => states.includes(state)) ?? 'ready';
      });
    }
    case 'release':
      return [
        course.rhythm || sectionsOf(outline).some((section) => section.opens) ? 'ready' : 'open',
        ...own.slice(0, most - 1).map((finding) => finding.level),
      ];
    case 'assess':
      return lessons
        .filter((lesson) => isGraded(lesson.kind))
        .slice(0, most)
        .map((lesson) =>
          stateOf(lesson.id, !lessonKindOf(lesson.kind).asks || (papers.get(lesson.id)?.count ?? 0) > 0),
        );
    case 'award':
      return [course.award.on ? stateOf(course.id, true) : 'open'];
    case 'run':
      return [];
  }
}
