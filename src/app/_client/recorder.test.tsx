import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { faultsIn, shown } from '@/ui/testing';
import { Recorder } from './Recorder';

/** A recorder that hears three letters. */
class Heard {
  static isTypeSupported = () => true;
  readonly mimeType = 'audio/webm;codecs=opus';
  state = 'inactive';
  ondataavailable = (_: { readonly data: Blob }) => {};
  onstop = () => {};
  start() {
    this.state = 'recording';
  }
  stop() {
    this.state = 'inactive';
    this.ondataavailable({ data: new Blob(['abc']) });
    this.onstop();
  }
}
const microphone = { isAllowed: true, ended: 0 };
beforeEach(() => {
  Object.assign(microphone, { isAllowed: true, ended: 0 });
  vi.stubGlobal('MediaRecorder', Heard);
  const track = { stop: () => microphone.ended++ };
  const getUserMedia = async () => {
    if (!microphone.isAllowed) throw new Error('not allowed');
    return { getTracks: () => [track] };
  };
  Object.defineProperty(navigator, 'mediaDevices', { value: { getUserMedia }, configurable: true });
  Object.assign(URL, { createObjectURL: () => 'blob:recording', revokeObjectURL: () => {} });
});
afterEach(() => {
  vi.unstubAllGlobals();
});

const press = (name: string) => act(async () => void fireEvent.click(screen.getByRole('button', { name })));
/** Whether the browser asks before the page is left. */
const asksBefore = () => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));

async function recorded(keeps: () => boolean) {
  const kept: File[] = [];
  const holds: boolean[] = [];
  const { container } = shown(
    <Recorder
      kind="sound"
      onHolds={(now) => holds.push(now)}
      onRecorded={async (file) => {
        if (keeps()) kept.push(file);
        return keeps();
      }}
    />,
  );
  expect(asksBefore()).toBe(false);
  await press('Record sound');
  expect(asksBefore()).toBe(true);
  await press('Stop');
  return { kept, holds, container };
}

test('what was recorded is kept once it is used, and is nobody’s trouble after that', async () => {
  const { kept, holds, container } = await recorded(() => true);
  expect([microphone.ended, kept.length]).toEqual([1, 0]);
  expect(await faultsIn(container)).toEqual([]);
  await press('Use this recording');
  expect(kept.map(({ name, size }) => [name, size])).toEqual([['Recording.webm', 3]]);
  expect([holds.at(-1), asksBefore(), screen.getByText('Record sound')]).toEqual([false, false, expect.anything()]);
});

test('what could not be kept stays, and can be tried again', async () => {
  let isReached = false;
  const { kept, holds } = await recorded(() => isReached);
  await press('Use this recording');
  expect([kept.length, holds.at(-1), asksBefore()]).toEqual([0, true, true]);
  isReached = true;
  await press('Use this recording');
  expect([kept.length, holds.at(-1), asksBefore()]).toEqual([1, false, false]);
});

test('it can be left out, and made again without losing it where the microphone is refused', async () => {
  const { kept, holds } = await recorded(() => true);
  microphone.isAllowed = false;
  await press('Record again');
  expect(screen.getByRole('alert').textContent).toContain('The microphone cannot be used');
  expect(screen.getByLabelText('The recording')).toBeTruthy();
  microphone.isAllowed = true;
  await press('Record again');
  expect(screen.getByRole('timer')).toBeTruthy();
  await press('Stop');
  await press('Leave it out');
  expect([kept, holds.at(-1), screen.queryByLabelText('The recording')]).toEqual([[], false, null]);
});
