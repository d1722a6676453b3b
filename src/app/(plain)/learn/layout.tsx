import type { ReactNode } from 'react';
import { Going } from '../_learn/Going';

export default function LearnLayout({ children }: { readonly children: ReactNode }) {
  return <Going within="/learn">{children}</Going>;
}
