import { expect, test } from 'vitest';
import { parsed } from '../kernel/parse';
import { profileLink, profileValues, type Shared, sameName, shareWords, sharingSchema } from './sharing';

const shared: Shared = {
  ...{ course: 'Reading & writing 100 %', school: 'Wendwater River School', number: 'RIV/27', zone: 'Europe/London' },
  ...{
    address: 'http://school.example/check/abc',
    issuedAt: '2027-06-30T23:30:00Z',
    expiresAt: '2028-06-30T23:00:00Z',
  },
};
const place = (address: string) => ({ isFound: false, words: null, places: [{ title: 'Register', address }] });
const good = 'https://register.example/add';

test.each<[string, object, RegExp | null]>([
  ['nothing', { isFound: false, words: null, places: [] }, null],
  ['fields behind the place', place(`${good}?t={course}&y={year}#{number}`), null],
  ['one in the path', place('https://register.example/{school}/add'), null],
  ['words with every field', { isFound: true, words: '{course} {school} {number} {address}', places: [] }, null],
  ['a field there is not in the words', { isFound: true, words: 'Hello {you}', places: [] }, /no field \{you\} here/],
  ['a field there is not in an address', place(`${good}?x={name}`), /no field \{name\} here/],
  ['words that are too long', { isFound: true, words: 'x'.repeat(501), places: [] }, /under 500/],
  ['an address that is none', place('register'), /begins with https/],
  ['one that is not safe on its way', place('http://register.example'), /begins with https/],
  ['a script', place('javascript:alert(1)'), /begins with https/],
  ['a place that a field decides', place('https://{school}.example/'), /begins with https/],
  ['a place that a number decides', place('https://register.example{number}/'), /begins with https/],
  ['a password in it', place('https://a:b@register.example/'), /begins with https/],
  ['a place without a name', { ...place(good), places: [{ title: ' ', address: good }] }, /Give the place a name/],
  [
    'eleven places',
    { ...place(good), places: Array.from({ length: 11 }, () => ({ title: 'x', address: good })) },
    /ten/,
  ],
])('how certificates are shared: %s', (_name, input, sentence) => {
  const read = parsed(sharingSchema, input);
  if (sentence === null) expect(read.ok).toBe(true);
  else expect(read.ok ? '' : read.problem.sentence).toMatch(sentence);
});

test('what is filled into an address stays a value, and into words as it is', () => {
  const values = profileValues(shared);
  // Issued when it was July where the school is, and to the end of June a year later.
  expect([values.year, values.month, values.untilYear, values.untilMonth]).toEqual(['2027', '7', '2028', '6']);
  const link = new URL(profileLink({ title: '', address: `${good}?t={course}&n={number}&x={other}` }, values));
  expect(Object.fromEntries(link.searchParams)).toEqual({ t: shared.course, n: shared.number, x: '' });
  expect(profileValues({ ...shared, expiresAt: null }).untilYear).toBe('');
  expect(shareWords('{course}: {address} {other} {course}', shared)).toBe(
    `${shared.course}: ${shared.address} {other} ${shared.course}`,
  );
  expect(shareWords(null, { ...shared, course: '{address}' })).toContain('“{address}”');
});

test.each([
  ['Þórgunnur Ó Briain', 'þORGUNNUR  o briain ', true],
  ['Nguyễn Thị', 'Nguyen Thi', true],
  ['Bo Li', 'Bo Lin', false],
  ['Bo Li', '', false],
  ['ﬁona', 'Fiona', true],
])('%s and %s are the same name: %s', (one, other, same) => expect(sameName(one, other)).toBe(same));
