import { isId } from '@/core/kernel/ids';
import type { SectionTiles } from '@/ui/tile/tiles';

/** What was copied: rows of a course by id, and their titles as plain lines for any other program. */
export type Copied = {
  readonly courseId: string;
  readonly sections: readonly string[];
  readonly lessons: readonly string[];
  readonly cut: boolean;
};

const type = 'application/x-mosaik-rows';

export function toClipboard(data: DataTransfer, copied: Copied, rows: readonly SectionTiles[]): void {
  const lines = rows.flatMap(({ section, tiles }) => {
    const all = copied.sections.includes(section.id);
    const inside = tiles
      .filter(({ lesson }) => all || copied.lessons.includes(lesson.id))
      .map(({ lesson }) => (all ? `\t${lesson.title}` : lesson.title));
    return all ? [section.title, ...inside] : inside;
  });
  data.setData('text/plain', lines.join('\n'));
  data.setData(type, JSON.stringify(copied));
}

export function fromClipboard(data: DataTransfer): Copied | null {
  try {
    const { courseId, sections, lessons, cut } = JSON.parse(data.getData(type)) as { [key: string]: unknown };
    const ids = (value: unknown): value is string[] => Array.isArray(value) && value.every(isId);
    return isId(courseId) && ids(sections) && ids(lessons) ? { courseId, sections, lessons, cut: cut === true } : null;
  } catch {
    return null;
  }
}
