'use client';
import dynamic from 'next/dynamic';
import type { ReactNode } from 'react';
import { WaitingPage } from '@/ui/pdf/WaitingPage';
import styles from '../marking.module.css';

const PdfPages = dynamic(() => import('@/ui/pdf/PdfPages').then((module) => module.PdfPages), {
  ssr: false,
  loading: () => <WaitingPage label="the pages" />,
});

type Props = {
  readonly address: string;
  readonly name: string;
  readonly contentType: string;
  readonly icon: ReactNode;
};

/** A handed-in file, shown where it can be and offered for download in any case. */
export function FileView({ address, name, contentType, icon }: Props) {
  return (
    <section className={styles.file} aria-label={name}>
      <p>
        {icon} <a href={address}>{name}</a>
      </p>
      {contentType.startsWith('image/') && <img src={address} alt={`Handed in: ${name}`} />}
      {contentType === 'application/pdf' && <PdfPages address={address} title={name} />}
    </section>
  );
}
