import type { ReactNode } from 'react';
import { courseBySlug } from '@/server/outline';

export async function generateMetadata({ params }: { readonly params: Promise<{ slug: string }> }) {
  return { title: (await courseBySlug((await params).slug))?.title };
}

export default function LearnLayout({ children }: { readonly children: ReactNode }) {
  return children;
}
