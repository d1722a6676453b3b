import type { ReactNode } from 'react';
import { learningTitle } from '@/app/_server/doors';

export async function generateMetadata({ params }: { readonly params: Promise<{ slug: string }> }) {
  return learningTitle((await params).slug);
}

export default function LearnLayout({ children }: { readonly children: ReactNode }) {
  return children;
}
