import { expect, test } from 'vitest';
import { hostOf } from '../kernel/host';
import { linkFault } from './link';

test.each([
  ['https://river.example/film?at=2', 'river.example'],
  ['https://www.river.example', 'river.example'],
  ['https://RIVER.example:8443/', 'river.example'],
  ['http://river.example', null],
  ['javascript:alert(1)', null],
  ['https://name@river.example', null],
  ['https://localhost/x', null],
  ['river.example', null],
  ['', null],
])('%s leads to %s', (address, host) => expect(hostOf(address)).toBe(host));

test.each([
  ['https://film.river.example/a', ['river.example'], null],
  ['https://river.example/a', [], null],
  ['', ['river.example'], null],
  ['https://notriver.example/a', ['river.example'], /leads only to river.example.*Add notriver.example/],
  ['ftp://river.example', ['river.example'], /begins with https/],
])('%s, where %j may be led to', (address, sources, fault) =>
  fault ? expect(linkFault(address, sources)).toMatch(fault) : expect(linkFault(address, sources)).toBeNull(),
);
