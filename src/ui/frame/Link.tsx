'use client';
// biome-ignore lint/style/noRestrictedImports: the one place that uses it
import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link within Mosaik. Every page is made for who asks and when they ask: of one that is fetched before anybody wants it
 * only the frame could be kept, and a page with forty links in sight would ask for eighty of those.
 */
export function Link(how: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...how} />;
}
