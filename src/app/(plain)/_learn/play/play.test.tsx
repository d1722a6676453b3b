import { act as inReact, renderHook } from '@testing-library/react';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ok } from '@/core/kernel/problem';
import { content } from '@/core/quiz/testing';
import { paperQuestion } from '../paper';
import type { Place } from '../place';
import type { AskedCheckpoint, Played } from './time-line';
import { useCheckpoints } from './use-checkpoints';
import { playedText, usePlayed } from './use-played';

/** A player without a film: time goes on in it while it plays, at its speed. */
class Player extends EventTarget {
  duration = 120;
  paused = true;
  ended = false;
  seeking = false;
  speed = 1;
  private at = 0;
  private passages: [number, number][] = [];
  get currentTime(): number {
    return this.at;
  }
  set currentTime(seconds: number) {
    this.at = Math.max(0, Math.min(this.duration, seconds));
    this.passages.push([this.at, this.at]);
    this.dispatchEvent(new Event('seeking'));
  }
  get played() {
    const all = this.passages.filter(([from, to]) => to > from);
    return { length: all.length, start: (i: number) => all[i]?.[0] ?? 0, end: (i: number) => all[i]?.[1] ?? 0 };
  }
  async play(): Promise<void> {
    this.paused = false;
    if (this.passages.length === 0) this.passages.push([this.at, this.at]);
    this.dispatchEvent(new Event('play'));
  }
  pause(): void {
    if (this.paused) return;
    this.paused = true;
    this.dispatchEvent(new Event('pause'));
  }
  /** What happens in so many milliseconds. */
  pass(ms: number): void {
    for (let left = ms; left > 0; left -= 20) {
      if (!this.paused) {
        this.at = Math.min(this.duration, this.at + (Math.min(20, left) / 1000) * this.speed);
        const last = this.passages.at(-1);
        if (last) last[1] = this.at;
        if (this.at === this.duration && !this.ended) {
          this.ended = true;
          this.paused = true;
          this.dispatchEvent(new Event('ended'));
        }
      }
      vi.advanceTimersByTime(Math.min(20, left));
    }
  }
}

const checkpoint = (id: string, at: number, more: Partial<AskedCheckpoint> = {}): AskedCheckpoint => ({
  ...{ id, at, required: false, passage: null },
  question: paperQuestion({ ...content({ prompt: id }), id }),
  ...more,
});

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function film(checkpoints: readonly AskedCheckpoint[], given: Played['answered'] = {}) {
  const player = new Player();
  const ref = { current: player as unknown as HTMLMediaElement };
  const { result } = renderHook(() => useCheckpoints(ref, checkpoints, given));
  return {
    player,
    now: () => result.current,
    pass: (ms: number) => inReact(() => player.pass(ms)),
    play: () => inReact(async () => player.play()),
    seek: (seconds: number) =>
      inReact(() => {
        player.currentTime = seconds;
      }),
    does: (deed: (own: typeof result.current) => void) =>
      inReact(() => {
        deed(result.current);
        vi.advanceTimersByTime(1);
      }),
  };
}

describe('checkpoints of a film', () => {
  test.each([0.5, 1, 2])('it stops where it asks, to the millisecond, at speed %d', async (speed) => {
    const one = film([checkpoint('a', 8040)]);
    one.player.speed = speed;
    await one.play();
    one.pass(8040 / speed + 400);
    expect([one.player.paused, one.player.currentTime, one.now().asking?.id]).toEqual([true, 8.04, 'a']);
    expect(one.now().stateOf(checkpoint('a', 8040))).toBe('open');
    expect(one.now().stateOf(checkpoint('b', 9000))).toBe('ahead');
  });

  test('past one that must be answered leads no way: not by jumping, and not by playing on', async () => {
    const must = checkpoint('a', 10_000, { required: true });
    const one = film([must, checkpoint('b', 30_000)]);
    one.seek(60);
    expect([one.player.currentTime, one.now().asking?.id]).toEqual([10, 'a']);
    await one.play();
    one.pass(2000);
    expect([one.player.paused, one.player.currentTime]).toEqual([true, 10]);
    one.does((own) => own.ask(checkpoint('b', 30_000)));
    expect([one.player.currentTime, one.now().asking?.id]).toEqual([10, 'a']);
    one.does((own) => own.keep('a', 'wrong'));
    one.does((own) => own.goOn(must));
    one.pass(5000);
    expect(one.player.currentTime).toBeGreaterThan(14);
    expect(one.now().asking).toBeNull();
  });

  test.each([10, 10.03])(
    'who jumps right to one that must be answered, to %d s, is asked it there',
    async (seconds) => {
      const one = film([checkpoint('a', 10_000, { required: true })]);
      one.seek(seconds);
      await one.play();
      one.pass(3000);
      expect([one.player.paused, one.player.currentTime, one.now().asking?.id]).toEqual([true, 10, 'a']);
    },
  );

  test('one that may be left open is left by playing on, and is asked again when the film comes by', async () => {
    const one = film([checkpoint('a', 5000)]);
    await one.play();
    one.pass(6000);
    expect(one.now().asking?.id).toBe('a');
    await one.play();
    one.pass(3000);
    expect([one.now().asking, one.player.paused]).toEqual([null, false]);
    one.seek(1);
    one.pass(5000);
    expect([one.now().asking?.id, one.player.currentTime]).toEqual(['a', 5]);
  });

  test('what was answered rightly is passed; what was not is asked again', async () => {
    const both = [checkpoint('a', 3000), checkpoint('b', 6000)];
    const one = film(both, { a: { verdict: 'right', tries: 1 }, b: { verdict: 'wrong', tries: 2 } });
    await one.play();
    one.pass(8000);
    expect([one.now().asking?.id, one.player.currentTime]).toEqual(['b', 6]);
    expect(both.map(one.now().stateOf)).toEqual(['right', 'wrong']);
    one.does((own) => own.keep('b', 'right'));
    one.does((own) => own.keep('b', 'wrong'));
    // The best answer stays, and every try is counted.
    expect(one.now().answered.b).toEqual({ verdict: 'right', tries: 4 });
  });

  test('the passage that shows the answer is played to its end, and then it is asked again', async () => {
    const shows = checkpoint('a', 20_000, { required: true, passage: { from: 12_000, to: 15_000 } });
    const one = film([shows]);
    one.seek(20);
    expect(one.now().asking?.id ?? null).toBeNull();
    one.does((own) => own.ask(shows));
    one.does((own) => own.again(shows));
    expect([one.player.currentTime, one.player.paused, one.now().asking]).toEqual([12, false, null]);
    one.pass(4000);
    expect([one.player.paused, one.now().asking?.id]).toEqual([true, 'a']);
    expect(one.player.currentTime).toBeCloseTo(15, 1);
    // Who jumps out of the passage has left it.
    one.does((own) => own.again(shows));
    one.seek(2);
    one.pass(14_000);
    expect(one.now().asking).toBeNull();
  });

  test('whatever is done to the player, it is never past the first that must be answered and is not', async () => {
    const deed = fc.oneof(
      fc.record({ do: fc.constant('seek' as const), to: fc.integer({ min: 0, max: 120 }) }),
      fc.record({ do: fc.constant('play' as const), to: fc.integer({ min: 0, max: 30_000 }) }),
      fc.record({ do: fc.constant('ask' as const), to: fc.nat(3) }),
      fc.record({ do: fc.constant('again' as const), to: fc.nat(3) }),
      fc.record({ do: fc.constant('goOn' as const), to: fc.nat(3) }),
      fc.record({ do: fc.constant('answer' as const), to: fc.nat(3) }),
    );
    const all = [
      checkpoint('a', 8000),
      checkpoint('b', 25_000, { required: true, passage: { from: 20_000, to: 22_000 } }),
      checkpoint('c', 50_000, { passage: { from: 45_000, to: 49_000 } }),
      checkpoint('d', 80_000, { required: true }),
    ];
    await fc.assert(
      fc.asyncProperty(fc.array(deed, { minLength: 1, maxLength: 14 }), async (deeds) => {
        const one = film(all);
        for (const { do: what, to } of deeds) {
          const asked = all[to] as AskedCheckpoint;
          if (what === 'seek') one.seek(to);
          else if (what === 'play') {
            await one.play();
            one.pass(to);
          } else if (what === 'answer') {
            // Only what is asked can be answered.
            const { asking } = one.now();
            if (asking) one.does((own) => own.keep(asking.id, 'wrong'));
          } else if (what === 'ask') one.does((own) => own.ask(asked));
          else if (one.now().asking?.id === asked.id) {
            // To go on is offered where one may.
            const mayGo = what === 'again' || !asked.required || one.now().answered[asked.id] !== undefined;
            if (mayGo) one.does((own) => own[what](asked));
          }
          const barrier = all.find(({ id, required }) => required && !one.now().answered[id]);
          if (barrier) expect(one.player.currentTime * 1000).toBeLessThanOrEqual(barrier.at + 50);
        }
      }),
      { numRuns: 60 },
    );
  });
});

const place: Place = {
  ...{ courseId: 'course', base: '/learn/reach', query: '', isView: false, locale: 'en-GB', zone: 'Europe/London' },
};
function lesson(given: Partial<Played> = {}) {
  const player = new Player();
  const told: { passages: [number, number][]; at: number }[] = [];
  let isReached = true;
  vi.stubGlobal('fetch', async (_address: string, how: { readonly body: string }) => {
    if (!isReached) throw new TypeError('no line');
    told.push(JSON.parse(how.body));
    return { json: async () => ok({ percent: 40, done: false }) };
  });
  const beacons: string[] = [];
  navigator.sendBeacon = (address) => beacons.push(String(address)) > 0;
  const ref = { current: player as unknown as HTMLMediaElement };
  const played: Played = {
    ...{ place, lessonId: 'lesson', chapters: [], checkpoints: [], answered: {}, resume: 0, isDone: false },
    ...{ needed: 80, answersNeeded: false, goesOnTo: null },
    ...given,
  };
  const { result, unmount } = renderHook(() => usePlayed(ref, played));
  return {
    ...{ player, told, beacons, unmount },
    now: () => result.current,
    breaks: () => {
      isReached = false;
    },
    pass: (ms: number) =>
      inReact(async () => {
        player.pass(ms);
        await vi.advanceTimersByTimeAsync(0);
      }),
    does: (deed: () => unknown) =>
      inReact(async () => {
        deed();
        await vi.advanceTimersByTimeAsync(0);
      }),
  };
}

describe('what of a film was played', () => {
  test('is told while it plays and when it rests, and not again while nothing is new', async () => {
    const one = lesson();
    await one.does(() => one.player.play());
    await one.pass(31_000);
    expect(one.told).toHaveLength(1);
    await one.does(() => one.player.pause());
    expect(one.told.at(-1)?.passages).toEqual([[0, expect.closeTo(31, 0)]]);
    await one.pass(120_000);
    expect(one.told).toHaveLength(2);
    expect(one.now().percent).toBe(40);
  });

  test('over a jump is told as what was really played', async () => {
    const one = lesson();
    await one.does(() => one.player.play());
    await one.pass(5000);
    await one.does(() => {
      one.player.currentTime = 60;
    });
    await one.pass(4000);
    await one.does(() => one.player.pause());
    const { passages, at } = one.told.at(-1) ?? { passages: [], at: 0 };
    expect(passages.map((both) => both.map(Math.round))).toEqual([
      [0, 5],
      [60, 64],
    ]);
    expect(Math.round(at)).toBe(64);
  });

  test.each<[how: string, leave: (one: ReturnType<typeof lesson>) => unknown]>([
    ['closed', () => window.dispatchEvent(new Event('pagehide'))],
    ['left for another one', ({ unmount }) => unmount()],
  ])('that could not be told is told when the page is %s', async (_, leave) => {
    const one = lesson();
    one.breaks();
    await one.does(() => one.player.play());
    await one.pass(3000);
    await one.does(() => one.player.pause());
    expect([one.told.length, one.now().percent]).toEqual([0, null]);
    leave(one);
    expect(one.beacons).toEqual(['/api/do/learning.watched']);
  });

  test('in a view is told to nobody', async () => {
    const one = lesson({ place: { ...place, isView: true } });
    await one.does(() => one.player.play());
    await one.pass(40_000);
    await one.does(() => one.player.pause());
    window.dispatchEvent(new Event('pagehide'));
    one.unmount();
    expect([one.told, one.beacons]).toEqual([[], []]);
  });

  test.each<[resume: number, isDone: boolean, hash: string, at: number]>([
    [40, false, '', 40],
    [1, false, '', 0],
    [119, false, '', 0],
    [40, true, '', 0],
    [40, false, '#t=75.5', 75.5],
    [40, false, '#t=500', 40],
    [40, false, '#t=soon', 40],
  ])('goes on at %d s (done: %s, address %j) from %d s', (resume, isDone, hash, at) => {
    window.location.hash = hash;
    const one = lesson({ resume, isDone });
    one.now().onReady();
    expect(one.player.currentTime).toBe(at);
    window.location.hash = '';
  });

  test('to its end leads on, where there is somewhere to go and somebody who takes the course', async () => {
    for (const [given, isOver] of [
      [{ goesOnTo: '/learn/reach/next' }, true],
      [{}, false],
      [{ goesOnTo: '/view/reach/next', place: { ...place, isView: true } }, false],
    ] as const) {
      const one = lesson(given);
      await one.does(() => one.player.play());
      await one.pass(121_000);
      expect(one.now().isOver).toBe(isOver);
      await one.does(() => one.now().stay());
      expect(one.now().isOver).toBe(false);
      one.unmount();
    }
  });

  test.each([
    [{ percent: null, done: false }, false, 'This lesson is done when 80 % has been watched.'],
    [
      { percent: null, done: false },
      true,
      'This lesson is done when 80 % has been watched and every checkpoint answered.',
    ],
    [{ percent: 30, done: false }, false, '30 % watched; done at 80 %.'],
    [{ percent: 100, done: true }, true, 'Watched: this lesson is done.'],
  ])('%j is said in words', (state, answersNeeded, words) => {
    expect(playedText(state, { needed: 80, answersNeeded }, 'watched')).toBe(words);
  });
});
