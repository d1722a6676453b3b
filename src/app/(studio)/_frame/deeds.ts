import type { Desk } from '../c/[slug]/_course/CourseProvider';
import { stages } from '../c/[slug]/_course/stages';
import { outlineActions } from '../c/[slug]/build/actions';

/** Something that can be done from anywhere, with the words it may be looked for by and its key where it has one. */
export type Deed = {
  readonly kind: 'action' | 'setting' | 'page';
  readonly title: string;
  readonly where: string;
  readonly words: string;
  readonly keys?: string;
  readonly run: () => void;
};
type Place = {
  readonly desk: Desk | null;
  readonly makes: boolean;
  readonly manages: boolean;
  readonly go: (href: string) => void;
};

const stageWords: Record<(typeof stages)[number]['id'], string> = {
  plan: 'promise outcomes audience description address',
  build: 'outline sections lessons tile map',
  release: 'opening times rhythm board weeks calendar',
  assess: 'quiz questions assignments points pass mark',
  award: 'certificate',
  run: 'learners enrol gradebook staff',
};

export function deeds({ desk, makes, manages, go }: Place): Deed[] {
  const page = (title: string, href: string, words: string): Deed => ({
    kind: 'page',
    title,
    where: '',
    words,
    run: () => go(href),
  });
  const school = [
    ...(makes
      ? [
          page('Courses', '/courses', 'shelf new course make pattern'),
          page('Messages', '/messages', 'outbox mail sent failed waiting texts'),
          page('Catalogue', '/catalogue', 'table bulk csv xlsx filter'),
        ]
      : []),
    page('Marking', '/marking', 'hand in work mark queue'),
    ...(manages
      ? [
          page('People', '/people', 'add person role account'),
          page(
            'The school',
            '/school',
            'time zone dates certificate badge key check search number share words profile',
          ),
        ]
      : []),
    page('My account', '/account', 'password time zone dates numbers format'),
  ];
  return desk ? [...courseDeeds(desk, go), ...school] : school;
}

function courseDeeds({ head, store }: Desk, go: Place['go']): Deed[] {
  const { undo } = store.get();
  const base = `/c/${head.slug}`;
  const actions = outlineActions(store);
  const action = (title: string, words: string, run: () => void, keys?: string): Deed => ({
    kind: 'action',
    title,
    where: 'this course',
    words,
    run,
    ...(keys ? { keys } : {}),
  });
  const setting = (title: string, words: string, href: string): Deed => ({
    kind: 'setting',
    title,
    where: 'this course',
    words,
    run: () => {
      store.select(null);
      go(href);
    },
  });
  const inBuild = (run: () => void) => () => {
    run();
    go(`${base}/build`);
  };
  return [
    action(
      'New lesson',
      'add make lesson',
      inBuild(() => actions.addLesson('reading')),
      'Enter',
    ),
    action(
      'New section',
      'add make section',
      inBuild(() => actions.addSection()),
      'Ctrl Enter',
    ),
    action('Publish', 'publish edition live release now later', () =>
      window.dispatchEvent(new Event('mosaik:publish')),
    ),
    action('View as learner', 'preview look see', () => window.location.assign(`/view/${head.slug}`)),
    ...(undo.undo ? [action(`Undo: ${undo.undo}`, 'undo take back', () => store.undo(), 'Ctrl Z')] : []),
    ...(undo.redo ? [action(`Do again: ${undo.redo}`, 'redo again', () => store.redo(), 'Ctrl Shift Z')] : []),
    action('History and editions', 'go back earlier versions', () => go(`${base}/history`)),
    action('Bring an outline in', 'import paste opml markdown csv pattern', () => go(`${base}/plan/outline`)),
    action('Print the tile map', 'map glance print', () => go(`${base}/build/map`)),
    ...stages.map(
      ({ id, name }): Deed => ({
        kind: 'page',
        title: name,
        where: 'this course',
        words: stageWords[id],
        run: () => go(`${base}/${id}`),
      }),
    ),
    {
      kind: 'page',
      title: 'Coverage',
      where: 'this course',
      words: 'outcomes taught assessed table',
      run: () => go(`${base}/plan/coverage`),
    },
    {
      kind: 'page',
      title: 'Work board',
      where: 'this course',
      words: 'planned in work ready state medium',
      run: () => go(`${base}/plan/board`),
    },
    setting('Light or dark for learners', 'look theme colour accent', `${base}/build`),
    setting('Contents beside each lesson', 'surroundings reading focus', `${base}/build`),
    setting('After a film, the next lesson by itself', 'goes on autoplay', `${base}/build`),
    setting('Downloads', 'documents download attachment', `${base}/build`),
    setting('Done when, by kind', 'completion done rule watched', `${base}/build`),
    setting('Address of the course', 'slug link', `${base}/plan`),
    setting('Time zone of the course', 'zone', `${base}/plan`),
    setting('When the course is complete', 'completion strict share free', `${base}/plan`),
    setting('Minutes a week', 'limit week load', `${base}/plan`),
  ];
}
