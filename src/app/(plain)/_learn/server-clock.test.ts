import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { serverClock } from './server-clock';

const noon = Date.parse('2027-03-01T12:00:00Z');
/** The two clocks of a browser, and the server's, each set by itself. */
let [wall, ticks, server] = [0, 0, 0];
let asked = 0;
let isReached = true;

beforeEach(() => {
  [wall, ticks, server, asked, isReached] = [noon - 3_600_000, 500, noon, 0, true];
  vi.spyOn(Date, 'now').mockImplementation(() => wall);
  vi.spyOn(performance, 'now').mockImplementation(() => ticks);
  vi.stubGlobal('fetch', async () => {
    asked += 1;
    if (!isReached) throw new Error('no line');
    return new Response(null, { headers: { date: new Date(server).toUTCString() } });
  });
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});
const pass = (ms: number) => {
  wall += ms;
  ticks += ms;
  server += ms;
};
const answered = () => new Promise((resolve) => setTimeout(resolve));

test('it goes on from what the server said, whatever the browser takes the time to be', () => {
  const clock = serverClock(noon);
  pass(90_000);
  expect([clock.now(), asked]).toEqual([noon + 90_000, 0]);
});

test.each([
  ['whoever sets the time of the browser moves nothing', 7_200_000, 0],
  ['back likewise', -7_200_000, 0],
  ['a computer that slept has lost what passed meanwhile, and asks', 0, 600_000],
])('%s', async (_name, setBy, slept) => {
  const clock = serverClock(noon);
  wall += setBy + slept;
  server += slept;
  clock.now();
  await answered();
  expect([asked, clock.now()]).toEqual([1, noon + slept]);
  pass(1000);
  expect([clock.now(), asked]).toEqual([noon + slept + 1000, 1]);
});

test('out of reach it goes on as well as it can, asks once at a time, and again later', async () => {
  const clock = serverClock(noon);
  isReached = false;
  wall += 600_000;
  server += 600_000;
  for (let i = 0; i < 5; i += 1) clock.now();
  expect(asked).toBe(1);
  await answered();
  expect(clock.now()).toBe(noon);
  await answered();
  isReached = true;
  clock.now();
  await answered();
  expect(clock.now()).toBe(noon + 600_000);
});
