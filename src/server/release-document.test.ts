import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { Temporal } from '@/core/kernel/time';
import {
  accessEnd,
  type ClosingRule,
  closingMs,
  type Interval,
  type OpeningRule,
  openings,
  type Rhythm,
  rhythmInstants,
  type SingleRule,
  type TimeRule,
} from '@/core/release';

/** The cases of docs/release.md, worked out by hand: each row of its tables is asked of the engine. */
const lines = readFileSync('docs/release.md', 'utf8').split('\n');
const rowsBelow = (heading: string): string[][] => {
  const from = lines.indexOf(`## ${heading}`);
  const to = lines.findIndex((line, i) => i > from && line.startsWith('## '));
  return lines
    .slice(from, to < 0 ? lines.length : to)
    .filter((line) => line.startsWith('| ') && !line.startsWith('| ---'))
    .slice(1)
    .map((line) =>
      line
        .split('|')
        .slice(1, -1)
        .map((cell) => cell.trim()),
    );
};

const intervalOf = (words: string): Interval => {
  const [, amount, unit, at] = /^(\d+) (hours|days|weeks|months)(?: at (\d\d:\d\d))?$/.exec(words) ?? [];
  if (amount === undefined) throw new Error(`No interval: ${words}`);
  return { amount: Number(amount), unit: unit as Interval['unit'], at: at ?? null };
};

function timeRule(words: string): TimeRule {
  if (words === 'at start') return { when: 'start' };
  const [, date, at, zone] = /^(\d{4}-\d\d-\d\d) (\d\d:\d\d) in (\S+)$/.exec(words) ?? [];
  return date && at && zone ? { when: 'on-date', date, at, zone } : { when: 'after-start', ...intervalOf(words) };
}

function singleRule(words: string): SingleRule {
  if (words === 'by hand') return { when: 'by-hand' };
  const [, interval, lessons, state] = /^(.*?)\s?after (.+) (done|passed)$/.exec(words) ?? [];
  if (lessons === undefined) return timeRule(words);
  return {
    when: state === 'done' ? 'after-done' : 'after-passed',
    lessons: lessons.split(', '),
    ...(interval ? intervalOf(interval) : { amount: 0, unit: 'days', at: null }),
  };
}

const ruleOf = (words: string): OpeningRule => {
  const rules = words.split(' + ').map(singleRule);
  return rules.length > 1 ? { when: 'all', rules } : (rules[0] as SingleRule);
};

const ms = (words: string) => Temporal.Instant.from(words).epochMilliseconds;
const clockOf = (start: string, zone: string) => ({ start: Temporal.Instant.from(start), zone });
/** An instant as its table writes it. */
const written = (instant: number, zone: string) =>
  Temporal.Instant.fromEpochMilliseconds(instant)
    .toZonedDateTimeISO(zone)
    .toString({ smallestUnit: 'minute', timeZoneName: 'never' });

function opensAt(rule: OpeningRule, zone: string, start: string, happened: string): string {
  const lesson = (id: string, opens: OpeningRule | null = null) => ({ id, title: id, opens, closes: null, needs: [] });
  const [done, passed, opened] = [new Map(), new Map(), new Map()] as Map<string, number>[];
  for (const one of happened === 'nothing' ? [] : happened.split('; ')) {
    const [first, second, third] = one.split(' ') as [string, string, string?];
    if (first === 'opened') opened?.set('it', ms(second));
    else (second === 'done' ? done : passed)?.set(first, ms(third ?? ''));
  }
  const sections = [{ id: 's', opens: null, closes: null, lessons: [lesson('A'), lesson('B'), lesson('it', rule)] }];
  const standing = { done, passed, opened } as Parameters<typeof openings>[3];
  const opening = openings({ rhythm: null }, sections, clockOf(start, zone), standing).get('it');
  return opening?.at ? written(opening.ms, zone) : 'waits';
}

const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
function rhythmOf(words: string): Rhythm {
  const [, count, unit, days, at] = /^every (\d+) (weeks|days)(?: on ([A-Za-z ]+))? at (\d\d:\d\d)/.exec(words) ?? [];
  const weekday = (days ?? '').split(' ').map((day) => weekdays.indexOf(day) + 1);
  return {
    unit: 'section',
    lessons: 1,
    begins: [],
    every:
      unit === 'days' ? { by: 'days', count: Number(count) } : { by: 'weeks', count: Number(count), weekdays: weekday },
    at: at ?? '',
    firstAtOnce: words.includes('first at once'),
    gap: Number(/gap (\d+)/.exec(words)?.[1] ?? 0),
    breaks: [...words.matchAll(/break (\S+) to ([\d-]+)/g)].map(([, from, to]) => ({
      from,
      to,
      name: '',
    })) as Rhythm['breaks'],
  };
}

describe('what docs/release.md says', () => {
  const [times, deeds, rhythms, ends] = ['One rule of time', 'What a learner does, and hands', 'Rhythms', 'Ends'].map(
    rowsBelow,
  ) as [string[][], string[][], string[][], string[][]];
  test('is at least sixty cases', () => {
    expect(times.length + deeds.length + rhythms.length + ends.length).toBeGreaterThanOrEqual(60);
  });
  test.each(times)('%s in %s from %s: %s', (rule, zone, start, expected) => {
    expect(opensAt(timeRule(rule), zone, start, 'nothing')).toBe(expected);
  });
  test.each(deeds)('%s in %s from %s with %s: %s', (rule, zone, start, happened, expected) => {
    expect(opensAt(ruleOf(rule), zone, start, happened)).toBe(expected);
  });
  test.each(rhythms)('%s in %s from %s: %s', (rhythm, zone, start, expected) => {
    const wanted = expected.split(', ');
    const found = rhythmInstants(rhythmOf(rhythm), clockOf(start, zone), wanted.length);
    expect(found.map((instant) => written(instant.epochMilliseconds, zone))).toEqual(wanted);
  });
  test.each(ends)('%s in %s from %s, opened %s: %s', (what, zone, start, opened, expected) => {
    const clock = clockOf(start, zone);
    const interval = /^closes (.*) after opening$/.exec(what)?.[1];
    const rule = timeRule(interval === undefined ? what.replace('access ', '') : 'at start');
    const closing: ClosingRule | null =
      interval === undefined ? null : { when: 'after-opening', ...intervalOf(interval) };
    const end = closing ? closingMs(closing, ms(opened), clock) : accessEnd(rule as never, clock, null);
    expect(end === null ? null : written(end, zone)).toBe(expected);
  });
});
