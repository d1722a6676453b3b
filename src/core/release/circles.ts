import type { ReleaseSection } from './plan';
import { lessonsAwaited } from './rule';

/**
 * Lessons that wait for themselves, in circles of lessons that all wait for each other, each in the order of the
 * course. Waited for is what a rule or a section's rule names, and what is needed first. Tarjan's strongly connected
 * components (SIAM J. Comput. 1, 1972), without recursion.
 */
export function circlesIn(sections: readonly ReleaseSection[]): string[][] {
  const waits = new Map<string, readonly string[]>();
  for (const section of sections) {
    const bound = lessonsAwaited(section.opens);
    for (const lesson of section.lessons)
      waits.set(lesson.id, [...bound, ...lessonsAwaited(lesson.opens), ...lesson.needs]);
  }
  const order = new Map([...waits.keys()].map((id, i) => [id, i]));
  const [index, low] = [new Map<string, number>(), new Map<string, number>()];
  const [stack, onStack] = [[] as string[], new Set<string>()];
  const circles: string[][] = [];
  const enter = (id: string) => {
    index.set(id, index.size);
    low.set(id, index.size - 1);
    stack.push(id);
    onStack.add(id);
    return { id, edges: (waits.get(id) ?? []).filter((one) => waits.has(one)), at: 0 };
  };
  const lower = (id: string, to: number | undefined) => low.set(id, Math.min(low.get(id) ?? 0, to ?? 0));
  const leave = (id: string) => {
    if (low.get(id) !== index.get(id)) return;
    const circle = stack.splice(stack.indexOf(id));
    for (const one of circle) onStack.delete(one);
    if (circle.length > 1 || waits.get(id)?.includes(id))
      circles.push(circle.sort((a, b) => (order.get(a) ?? 0) - (order.get(b) ?? 0)));
  };
  for (const root of waits.keys()) {
    if (index.has(root)) continue;
    const path = [enter(root)];
    for (let here = path.at(-1); here; here = path.at(-1)) {
      const to = here.edges[here.at];
      here.at += 1;
      if (to === undefined) {
        path.pop();
        leave(here.id);
        const parent = path.at(-1);
        if (parent) lower(parent.id, low.get(here.id));
      } else if (!index.has(to)) path.push(enter(to));
      else if (onStack.has(to)) lower(here.id, index.get(to));
    }
  }
  return circles.sort((a, b) => (order.get(a[0] ?? '') ?? 0) - (order.get(b[0] ?? '') ?? 0));
}
