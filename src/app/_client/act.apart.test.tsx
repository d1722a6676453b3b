import { fireEvent, act as inReact, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ok } from '@/core/kernel/problem';
import { shown } from '@/ui/testing';
import { LeaveButton } from '../(plain)/_learn/LeaveButton';
import { act } from './act';

const asked: { readonly address: string; readonly keepalive: boolean | undefined }[] = [];
let answers: () => Partial<Response>;
beforeEach(() => {
  asked.length = 0;
  answers = () => ({ ok: true, json: async () => ok(null) });
  vi.stubGlobal('fetch', async (address: string, how: RequestInit) => {
    asked.push({ address, keepalive: how.keepalive });
    return answers();
  });
});
afterEach(() => {
  window.dispatchEvent(new Event('pageshow'));
  vi.unstubAllGlobals();
});

test.each<[what: string, words: string, isLeft: boolean, isTakenAlong: boolean]>([
  ['while the page is there', 'weir', false, false],
  ['because it is left', 'weir', true, true],
  ['of the length a browser takes along', 'x'.repeat(50_000), true, true],
  ['longer than that: refused by it at once, it is sent as far as it gets', 'x'.repeat(60_000), true, false],
  ['of letters that take three bytes each', '水'.repeat(20_000), true, false],
])('what is sent %s', async (_, words, isLeft, isTakenAlong) => {
  const onHide = () => void act('message.set-text', { words });
  window.addEventListener('pagehide', onHide);
  if (isLeft) window.dispatchEvent(new Event('pagehide'));
  else onHide();
  window.removeEventListener('pagehide', onHide);
  await vi.waitFor(() => expect(asked).toEqual([{ address: '/api/do/message.set-text', keepalive: isTakenAlong }]));
  // A page that was only put aside sends as before.
  window.dispatchEvent(new Event('pageshow'));
  await act('message.set-text', { words });
  expect(asked.at(-1)?.keepalive).toBe(false);
});

test.each([
  ['Sign out', 'the line breaks', () => Promise.reject(new TypeError('no line'))],
  ['Sign out', 'the school fails', () => ({ ok: false, json: async () => ({}) })],
  ['Sign out everywhere', 'the line breaks', () => Promise.reject(new TypeError('no line'))],
])('whoever wants to leave by "%s" and is not signed out, since %s, is told so', async (name, _, how) => {
  answers = how as typeof answers;
  shown(<LeaveButton everywhere={name !== 'Sign out'} />);
  await inReact(async () => void fireEvent.click(screen.getByRole('button', { name })));
  expect(screen.getByRole('alert').textContent).toContain('You are not signed out');
});
