import { expect, test } from 'vitest';
import { apartNames } from './zip';

test.each([
  [
    ['a.pdf', 'b.pdf'],
    ['a.pdf', 'b.pdf'],
  ],
  [
    ['a.pdf', 'A.pdf', 'a.pdf'],
    ['a.pdf', 'A 2.pdf', 'a 3.pdf'],
  ],
  [
    ['../../etc/passwd', 'c:\\x.txt'],
    ['.._.._etc_passwd', 'c_x.txt'],
  ],
  [
    ['', '?'],
    ['file', '_'],
  ],
  [[`${'n'.repeat(300)}.pdf`], ['n'.repeat(120)]],
  [
    ['archive', 'archive'],
    ['archive', 'archive 2'],
  ],
])('%j stand beside each other as %j', (given, names) => expect(apartNames(given)).toEqual(names));
