'use client';
// biome-ignore lint/style/noRestrictedImports: the one place that uses it
import NextLink from 'next/link';
import type { ComponentProps } from 'react';
import { goesTo } from './on-the-way';

/**
 * A link within Mosaik. Every page is made for who asks and when they ask: of one that is fetched before anybody wants it
 * only the frame could be kept, and a page with forty links in sight would ask for eighty of those.
 */
export function Link(how: Omit<ComponentProps<typeof NextLink>, 'href' | 'onNavigate'> & { readonly href: string }) {
  return <NextLink prefetch={false} {...how} onNavigate={() => goesTo(how.href)} />;
}
