import { MantineProvider } from '@mantine/core';
import { cleanup, render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import axe from 'axe-core';
import type { ReactNode } from 'react';
import { afterEach } from 'vitest';
import { theme } from './theme/theme';

/** What browsers have, and the page of the tests has not: here nothing has a size, and nothing has to be scrolled to. */
window.matchMedia ??= (media) =>
  ({
    ...{ media, matches: false, onchange: null },
    ...{ addListener() {}, removeListener() {}, addEventListener() {}, removeEventListener() {} },
    dispatchEvent: () => true,
  }) as MediaQueryList;
window.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
window.PointerEvent ??= class extends MouseEvent {
  readonly pointerId: number;
  readonly pointerType: string;
  constructor(type: string, how: PointerEventInit = {}) {
    super(type, how);
    this.pointerId = how.pointerId ?? 0;
    this.pointerType = how.pointerType ?? '';
  }
} as typeof PointerEvent;
window.HTMLElement.prototype.scrollIntoView ??= () => {};
// What measures words looks again when their letters have come.
if (!('fonts' in document)) Object.defineProperty(document, 'fonts', { value: new EventTarget() });

afterEach(cleanup);

/** Shows a part of a page, and whoever uses it. */
export function shown(part: ReactNode) {
  const inTheme = (inner: ReactNode) => (
    <MantineProvider theme={theme} env="test" withCssVariables={false} withGlobalClasses={false}>
      {inner}
    </MantineProvider>
  );
  const { rerender, ...view } = render(inTheme(part));
  return { ...view, again: (next: ReactNode) => rerender(inTheme(next)), user: userEvent.setup() };
}

/** What breaks the rules of accessibility in what is shown, by the names of the rules. What needs colours is seen in journeys. */
export async function faultsIn(shown: Element): Promise<string[]> {
  const { violations } = await axe.run(shown, {
    resultTypes: ['violations'],
    preload: false,
    // A part is no page: what a page has around it is not asked for.
    rules: { 'color-contrast': { enabled: false }, region: { enabled: false } },
  });
  return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' ')}`);
}
