import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { HeardSchool } from '@/app/_client/testing';
import { ok } from '@/core/kernel/problem';
import { shown } from '@/ui/testing';
import { CommandButton } from './CommandButton';
import { Going } from './Going';
import { useWholePages } from './going';

const router = vi.hoisted(() => ({ went: [] as string[], path: '/learn/walks/l1' }));
const push = (address: string) => router.went.push(address);
const next = { push };
vi.mock('next/navigation', () => ({ useRouter: () => next, usePathname: () => router.path }));

/** Whether what was clicked was left to the browser, and where the school's pages went meanwhile. */
function clicked(
  link: Element,
  how: MouseEventInit = {},
): { readonly whole: boolean; readonly went: readonly string[] } {
  router.went.length = 0;
  // The page of the tests can go nowhere: what reaches the end of the way would have loaded a page.
  let whole = false;
  const end = (event: Event) => {
    whole = !event.defaultPrevented;
    event.preventDefault();
  };
  window.addEventListener('click', end);
  fireEvent.click(link, how);
  window.removeEventListener('click', end);
  return { whole, went: [...router.went] };
}

function Held() {
  useWholePages();
  return <p>What is written here is being kept.</p>;
}
const page = (isHeld: boolean, href = '/learn/walks/l2', more: { target?: string; download?: string } = {}) => (
  <Going within="/learn">
    {isHeld && <Held />}
    <a href={href} {...more}>
      <b>On</b>
    </a>
  </Going>
);

let school: HeardSchool;
beforeEach(() => {
  school = new HeardSchool(ok({ id: 's1' }));
});
afterEach(() => {
  vi.unstubAllGlobals();
});

describe('a link', () => {
  const within = ['/learn', '/learn/walks', '/learn/walks/l2?a=b#t=12', `${window.location.origin}/learn/walks/l3`];
  test.each(within)('to %s is gone to without loading all of it', (href) => {
    shown(page(false, href));
    expect(clicked(screen.getByText('On'))).toEqual({ whole: false, went: [href.replace(window.location.origin, '')] });
  });
  const without: [string, string, MouseEventInit?, { target?: string; download?: string }?][] = [
    ['elsewhere in the school', '/account'],
    ['to an address that only begins alike', '/learners'],
    ['to another school', 'https://weir.example/learn/walks'],
    ['that writes a letter', 'mailto:ines@wendwater.example'],
    ['for another tab', '/learn/walks/l2', { ctrlKey: true }],
    ['for another window', '/learn/walks/l2', { shiftKey: true }],
    ['with the second button', '/learn/walks/l2', { button: 1 }],
    ['that opens a window', '/learn/walks/l2', {}, { target: '_blank' }],
    ['that is saved', '/learn/walks/l2', {}, { download: '' }],
  ];
  test.each(without)('%s is left to the browser', (_, href, how, more) => {
    shown(page(false, href, more));
    expect(clicked(screen.getByText('On'), how)).toEqual({ whole: true, went: [] });
  });
  test('loads the whole page while something is being written, and does not after', () => {
    const { again } = shown(page(true));
    expect(clicked(screen.getByText('On'))).toEqual({ whole: true, went: [] });
    again(page(false));
    expect(clicked(screen.getByText('On')).whole).toBe(false);
  });
});

describe('what leads on once the school has answered', () => {
  const button = (
    <CommandButton
      command="quiz.begin"
      input={{ courseId: 'c', lessonId: 'l' }}
      label="Begin"
      goTo="/learn/walks/{id}"
    />
  );
  const shownOrNot = (isShown: boolean) => <Going within="/learn">{isShown && button}</Going>;
  const answered = async (leaves: boolean) => {
    router.went.length = 0;
    let open = () => {};
    school.opens = new Promise<void>((resolve) => {
      open = resolve;
    });
    const { user, again } = shown(shownOrNot(true));
    await user.click(screen.getByText('Begin'));
    if (leaves) again(shownOrNot(false));
    await act(async () => open());
    await vi.waitFor(() => expect(school.saidTo('quiz.begin')).toHaveLength(1));
    await act(async () => {});
    return router.went;
  };
  test('leads there', async () => expect(await answered(false)).toEqual(['/learn/walks/s1']));
  test('leads nowhere for whoever has gone elsewhere by then', async () => expect(await answered(true)).toEqual([]));
});

describe('Back', () => {
  const popped = () => {
    let isHeard = false;
    const framework = () => {
      isHeard = true;
    };
    window.addEventListener('popstate', framework);
    window.dispatchEvent(new PopStateEvent('popstate', { state: {} }));
    window.removeEventListener('popstate', framework);
    return isHeard;
  };
  test.each([
    ['to another page loads it as it is now, and not as it was', '/learn/walks/l9', false],
    ['to another place of this page loads nothing', '/learn/walks/l1#t=3', true],
  ])('%s', (_, address, isHeard) => {
    window.history.pushState({}, '', address);
    shown(page(false));
    expect(popped()).toBe(isHeard);
  });
});
