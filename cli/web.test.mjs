import { expect, test } from 'vitest';
import { refusalOf, senderOf } from './web.mjs';

const trusted = new Set(['10.0.0.1', '10.0.0.2']);

test.each([
  ['straight from the sender', '203.0.113.9', undefined, '203.0.113.9'],
  ['a sender who writes another address', '203.0.113.9', '198.51.100.7', '203.0.113.9'],
  ['behind a proxy that is named', '10.0.0.1', '198.51.100.7', '198.51.100.7'],
  ['behind two of them', '::ffff:10.0.0.1', '198.51.100.7, 10.0.0.2', '198.51.100.7'],
  ['behind a proxy, with something made up in front', '10.0.0.1', '1.1.1.1, 198.51.100.7', '198.51.100.7'],
  ['the proxy itself', '10.0.0.1', undefined, '10.0.0.1'],
  ['a list of nothing', '10.0.0.1', ' , ,', '10.0.0.1'],
])('where a request comes from: %s', (_name, connection, forwarded, sender) => {
  expect(senderOf(connection, forwarded, trusted)).toBe(sender);
});

const state = (tree) => ({ 'next-router-state-tree': encodeURIComponent(JSON.stringify(tree)) });
const deep = (levels) => (levels === 0 ? ['end', {}] : ['x', { children: deep(levels - 1) }]);

test.each([
  ['a page', 'GET', {}, null],
  [
    'a page of a browser that has one',
    'GET',
    state(['', { children: [['slug', 'a', 'd', null], { children: ['__PAGE__', {}] }] }, null, 'refetch']),
    null,
  ],
  ['something that is no method of ours', 'TRACE', {}, 405],
  ['a state that is no JSON', 'GET', { 'next-router-state-tree': '{' }, 400],
  ['a state that is badly encoded', 'GET', { 'next-router-state-tree': '%ff' }, 400],
  ['a state that is no tree', 'GET', state([1, 2]), 400],
  ['a state without branches', 'GET', state(['a']), 400],
  ['a state with odd branches', 'GET', state(['a', { children: null }]), 400],
  ['a state without end', 'GET', state(deep(60)), 400],
])('what is settled before the framework: %s', (_name, method, headers, status) => {
  expect(refusalOf(method, headers)?.[0] ?? null).toBe(status);
});
