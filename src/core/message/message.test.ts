import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parsed } from '../kernel/parse';
import {
  type Choices,
  checkTemplate,
  fieldsOf,
  letterOf,
  type OccasionName,
  occasionNames,
  occasionOf,
  type Part,
  readFacts,
  type Surroundings,
  templateSchema,
  usualChoices,
  verdict,
} from './index';

const around: Surroundings = {
  learner: 'Bo',
  course: { title: 'Stream Survey', slug: 'stream-survey' },
  school: 'Wendwater River School',
  address: 'https://school.example',
  names: { locale: 'en-GB', zone: 'Africa/Lagos' },
};
const part = (occasion: OccasionName, more: Partial<Part> = {}): Part => ({
  occasion,
  facts: occasionOf(occasion).example,
  template: occasionOf(occasion).usual,
  around,
  ...more,
});
const choose = 'https://school.example/account#messages';

test.each(occasionNames)('%s: what is known fits, and every field of its text is filled', (name) => {
  const { example, usual } = occasionOf(name);
  expect(readFacts(name, JSON.parse(JSON.stringify(example)))).toEqual(example);
  expect(readFacts(name, {})).toBeNull();
  expect(checkTemplate(name, usual).ok).toBe(true);
  const every = Object.keys(fieldsOf(name));
  const template = { subject: 'All', body: every.map((field) => `${field}=[{${field}}]`).join('\n\n') };
  const { text, html } = letterOf([part(name, { template })]);
  expect(text).not.toMatch(/[{}]|=\[\]|undefined/);
  expect(html).not.toMatch(/=\[\]|undefined/);
  expect(letterOf([part(name)]).text).toMatch(/: https:\/\/school\.example\/(learn|check|c)\//);
});

test.each([
  ['a field there is not', 'opens', { subject: 'Now', body: 'Hello {nobody}' }, 'body'],
  ['a field of another occasion', 'marked', { subject: '{number}', body: 'Hello' }, 'subject'],
  ['braces around nothing', 'opens', { subject: 'Now', body: '{}' }, 'body'],
  [
    'more lists in one another than anybody reads',
    'opens',
    { subject: 'S', body: `One\n${'- '.repeat(2000)}x` },
    'body',
  ],
  ['quotations in one another', 'opens', { subject: 'S', body: `${'>'.repeat(900)} x` }, 'body'],
] as const)('refuses %s, at its place', (_what, occasion, template, field) => {
  const read = parsed(templateSchema, template);
  const checked = read.ok ? checkTemplate(occasion, template) : read;
  expect(!checked.ok && checked.problem.field).toBe(field);
  expect(!checked.ok && checked.problem.sentence).toMatch(/\{learner\}|five deep/);
});

test.each([
  ['marks of a text', '**Bo** _and_ [x](https://elsewhere.example)'],
  ['marks of HTML', '<img src=x onerror=alert(1)> & "Bo"'],
  ['a field', '{school}'],
  ['another direction', 'محمد الأمين'],
  ['a list and a heading', '- Bo\n# Bo'],
])('a name with %s stays a name', (_what, learner) => {
  const { text, html, subject } = letterOf([
    part('opens', {
      around: { ...around, learner },
      template: { subject: '{learner}', body: 'Hello **{learner}**.' },
    }),
  ]);
  expect(text).toContain(`Hello ${learner}.`);
  expect(subject).toBe(learner.replace(/\s+/g, ' '));
  expect(html).not.toMatch(/<img|<em>|elsewhere\.example">/);
});

test.each([
  ['javascript:alert(1)', ''],
  ['data:text/html,x', ''],
  ['/relative', ''],
  ['https://elsewhere.example/a?b=1&c=2', 'https://elsewhere.example/a?b=1&amp;c=2'],
  ['mailto:school@school.example', 'mailto:school@school.example'],
  ['{link}', 'https://school.example/learn/stream-survey'],
])('a link to %s leads to "%s"', (url, to) => {
  const { html } = letterOf([part('opens', { template: { subject: 'S', body: `[Words](${url})` } })]);
  const hrefs = [...html.matchAll(/href="([^"]*)"/g)].map(([, href]) => href);
  expect(hrefs).toEqual(to === '' ? [choose] : [to, choose]);
});

test('both forms come from one text', () => {
  const body = '# Now\n\nOne **two**\nthree.\n\n- a\n- b\n\n1. c\n\n> said\n\n---\n\n`code` <b>no</b>\n\n{lessons}';
  const { text, html } = letterOf([part('opens', { template: { subject: 'S', body } })]);
  expect(text.split('\n\n-- \n')[0]).toBe(
    'Now\n\nOne two three.\n\n- a\n- b\n\n1. c\n\nsaid\n\n---\n\ncode no\n\n- Reading a riffle\n- The float method',
  );
  expect(html).toContain('<h3 dir="auto">Now</h3>\n<p dir="auto">One <strong>two</strong>');
  expect(html).toContain('<ul><li dir="auto">Reading a riffle</li>');
});

test('several things are one mail; lessons of one course that open are told as one', () => {
  const one = { id: '018f4e6e-0000-7000-8000-00000000000a', title: 'A' };
  const two = { id: '018f4e6e-0000-7000-8000-00000000000b', title: 'B' };
  const opens = (...lessons: object[]) => part('opens', { facts: { lessons, wished: false } as Part['facts'] });
  const same = letterOf([opens(one), opens(one, two)]);
  expect(same.subject).toBe('Open for you: 2 lessons');
  const other = letterOf([opens(one), part('marked'), opens(two)]);
  expect(other.subject).toBe('2 messages from Wendwater River School');
  expect(other.text).toContain('Open for you: 2 lessons\n\nHello Bo');
  expect(other.text).toContain('Survey report is marked\n\nHello Bo');
});

const at = (text: string) => Date.parse(text);
const said = (
  nowText: string,
  {
    zone = 'UTC',
    choices = usualChoices,
    ...more
  }: {
    zone?: string;
    choices?: Choices;
    occasion?: OccasionName;
    until?: number;
    since?: number;
    wished?: boolean;
  } = {},
) => {
  const now = at(nowText);
  const message = { occasion: 'opens' as const, since: now, until: null, wished: false, ...more };
  const decided = verdict(message, choices, zone, now);
  if ('now' in decided) return 'now';
  return 'later' in decided ? new Date(decided.later).toISOString() : decided.never;
};
const daily: Choices = { ...usualChoices, daily: '17:00' };
const late = 'These are quiet hours where they are. By then what it tells of is over.';
// Worked out by hand from the clocks of each place.
test.each<[string, string, Parameters<typeof said>[1], string]>([
  ['at noon', '2027-03-01T12:00Z', {}, 'now'],
  ['the minute quiet hours begin', '2027-03-01T21:00Z', {}, '2027-03-02T08:00:00.000Z'],
  ['the minute before', '2027-03-01T20:59:59Z', {}, 'now'],
  ['after midnight', '2027-03-02T03:00Z', {}, '2027-03-02T08:00:00.000Z'],
  ['the minute they end', '2027-03-02T08:00Z', {}, 'now'],
  ['in Auckland, at night there', '2027-03-01T12:00Z', { zone: 'Pacific/Auckland' }, '2027-03-01T19:00:00.000Z'],
  [
    'quiet within a day',
    '2027-03-01T13:00Z',
    { choices: { ...usualChoices, quiet: { from: '12:00', until: '14:30' } } },
    '2027-03-01T14:30:00.000Z',
  ],
  ['never quiet', '2027-03-01T03:00Z', { choices: { ...usualChoices, quiet: null } }, 'now'],
  ['the night clocks go forward', '2027-03-27T23:00Z', { zone: 'Europe/London' }, '2027-03-28T07:00:00.000Z'],
  [
    'quiet until an hour there is not',
    '2027-03-28T00:30Z',
    { zone: 'Europe/London', choices: { ...usualChoices, quiet: { from: '22:00', until: '01:30' } } },
    '2027-03-28T01:00:00.000Z',
  ],
  ['the night clocks go back', '2027-10-31T00:30Z', { zone: 'Europe/London' }, '2027-10-31T08:00:00.000Z'],
  [
    'switched off',
    '2027-03-01T12:00Z',
    { choices: { ...usualChoices, off: ['opens'] } },
    'They have chosen not to be told of this.',
  ],
  [
    'switched off, but asked for',
    '2027-03-01T12:00Z',
    { choices: { ...usualChoices, off: ['opens'] }, wished: true },
    'now',
  ],
  ['once a day', '2027-03-01T12:00Z', { choices: daily }, '2027-03-01T17:00:00.000Z'],
  ['once a day, after that', '2027-03-01T17:00:01Z', { choices: daily }, '2027-03-02T17:00:00.000Z'],
  ['once a day, when it has come', '2027-03-01T17:05Z', { choices: daily, since: at('2027-03-01T12:00Z') }, 'now'],
  ['once a day, but urgent', '2027-03-01T12:00Z', { choices: daily, occasion: 'session-soon' }, 'now'],
  ['once a day, but asked for', '2027-03-01T12:00Z', { choices: daily, wished: true }, 'now'],
  ['too late', '2027-03-01T12:00Z', { until: at('2027-03-01T12:00Z') }, 'It came too late: what it tells of was over.'],
  ['too late after the night', '2027-03-01T22:00Z', { occasion: 'session-soon', until: at('2027-03-01T23:00Z') }, late],
])('%s', (_what, now, message, expected) => {
  expect(said(now, message)).toBe(expected);
});

test('where clocks jump over the only moment that is not quiet, a message waits for the next one', () => {
  const message = { occasion: 'opens' as const, since: 1_808_949_660_000, until: null, wished: false };
  const choices = { off: [], quiet: { from: '00:01', until: '00:00' }, daily: null };
  // In Cairo 30 April 2027 begins at one o'clock.
  expect(verdict(message, choices, 'Africa/Cairo', message.since)).toMatchObject({ later: at('2027-04-30T21:00Z') });
});

test('whatever is chosen, what is put off is sent at the moment it was put off to', () => {
  const time = fc
    .integer({ min: 0, max: 1439 })
    .map((m) => `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`);
  fc.assert(
    fc.property(
      fc.integer({ min: at('2027-01-01T00:00Z'), max: at('2029-01-01T00:00Z') }),
      fc.constantFrom('UTC', 'Europe/London', 'Asia/Kolkata', 'Pacific/Auckland', 'America/Halifax', 'Africa/Cairo'),
      fc.option(fc.record({ from: time, until: time }).filter(({ from, until }) => from !== until)),
      (since, zone, quiet) => {
        const message = { occasion: 'opens' as const, since, until: null, wished: false };
        const choices = { off: [], quiet, daily: null };
        const decided = verdict(message, choices, zone, since);
        if (!('later' in decided)) {
          expect(decided).toEqual({ now: true });
          return;
        }
        expect(decided.later).toBeGreaterThan(since);
        expect(decided.later - since).toBeLessThanOrEqual(49 * 3_600_000);
        expect(verdict(message, choices, zone, decided.later)).toEqual({ now: true });
      },
    ),
    { numRuns: 2000 },
  );
});

test('whatever people, courses and schools are called, a mail says just that, and nothing in it is taken for a mark', () => {
  const marks = fc.constantFrom(
    '<',
    '>',
    '&',
    '"',
    "'",
    '*',
    '_',
    '[',
    ']',
    '(',
    ')',
    '{',
    '}',
    '`',
    '#',
    '|',
    '\\',
    'a',
    ' ',
  );
  const named = fc.array(marks, { minLength: 1, maxLength: 25 }).map((all) => `x${all.join('')}x`);
  fc.assert(
    fc.property(named, named, named, fc.constantFrom(...occasionNames), (learner, title, school, occasion) => {
      const own = { ...around, learner, school, course: { title, slug: 's' } };
      const template = { subject: '{learner} {course}', body: '{learner}\n\n{course}\n\n{school}' };
      const { subject, text, html } = letterOf([part(occasion, { around: own, template })]);
      expect(text.startsWith(`${learner}\n\n${title}\n\n${school}`)).toBe(true);
      expect(subject).toBe(`${learner} ${title}`.replace(/\s+/g, ' '));
      const said = html.slice(html.indexOf('<p dir'), html.indexOf('</div>'));
      const read = said
        .replaceAll(/<\/?p[^>]*>/g, '')
        .replaceAll('&lt;', '<')
        .replaceAll('&gt;', '>')
        .replaceAll('&quot;', '"')
        .replaceAll('&amp;', '&');
      expect(read.trim()).toBe(`${learner}\n${title}\n${school}`);
    }),
  );
});
