import type { ReactNode } from 'react';
import { Going } from '../_learn/Going';

export default function SampleLayout({ children }: { readonly children: ReactNode }) {
  return <Going within="/sample">{children}</Going>;
}
