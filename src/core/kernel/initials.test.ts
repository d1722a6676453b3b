import { expect, test } from 'vitest';
import { initialsOf } from './initials';

test.each([
  ['Ines Vallotto', 'IV'],
  ['Caradog ap Rhydderch', 'CR'],
  ['Nguyễn Thị Minh Khai', 'NK'],
  ['  Bo   Li ', 'BL'],
  ['Zsófia', 'Z'],
  ['E\u0301lise Martin', 'E\u0301M'],
  ['मीनाक्षी राव', 'मीरा'],
  ['𝒜da Byron', '𝒜B'],
  ['', ''],
])('%s', (name, initials) => expect(initialsOf(name)).toBe(initials));
