import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { shown } from '@/ui/testing';
import { FindAnything } from './FindAnything';
// Loaded when it is first wanted; here it is there already.
import './FindDialog';

const pushed = vi.hoisted(() => [] as string[]);
vi.mock('next/navigation', () => ({ useRouter: () => ({ push: (href: string) => pushed.push(href) }) }));

/** What the school finds for each word, once the test lets it answer. */
const answers: { readonly words: string; readonly end: () => void }[] = [];
beforeEach(() => {
  pushed.length = 0;
  answers.length = 0;
  vi.stubGlobal('fetch', (address: string) => {
    const words = new URL(address, 'http://school.example').searchParams.get('words') ?? '';
    const line = { kind: 'person', id: words, title: words, where: '', href: `/people/${words}` };
    return new Promise((end) => answers.push({ words, end: () => end({ ok: true, json: async () => [line] }) }));
  });
});
afterEach(() => vi.unstubAllGlobals());
const answered = async () => {
  await vi.waitFor(() => expect(answers.length).toBeGreaterThan(0));
  await act(async () => answers.shift()?.end());
};
const field = () => screen.findByRole<HTMLInputElement>('combobox', { name: 'Find or do anything' });
const type = (into: HTMLElement, words: string) => fireEvent.change(into, { target: { value: words } });

test('Enter takes what was found by the words as they are, also when it is pressed before that is there', async () => {
  shown(<FindAnything makes={false} manages={false} />);
  fireEvent.keyDown(window, { key: 'k', ctrlKey: true });
  type(await field(), 'Xzqvwa');
  await answered();
  expect(screen.getByRole('option', { name: /Xzqvwa/ })).toBeTruthy();
  // What stands there was found by other words.
  type(await field(), 'Xzqvwb');
  fireEvent.keyDown(await field(), { key: 'Enter' });
  expect(pushed).toEqual([]);
  await answered();
  await vi.waitFor(() => expect(pushed).toEqual(['/people/Xzqvwb']));
});

test('who types and presses Enter before the field is there loses neither', async () => {
  shown(<FindAnything makes={false} manages={false} />);
  fireEvent.keyDown(window, { key: 'k', ctrlKey: true });
  (document.activeElement as HTMLElement | null)?.blur();
  // The key that opened it is still held.
  fireEvent.keyDown(document.body, { key: 'Enter', repeat: true });
  for (const key of ['Q', 'z', 'x', 'Enter']) fireEvent.keyDown(document.body, { key });
  await answered();
  await vi.waitFor(() => expect(pushed).toEqual(['/people/Qzx']));
});
