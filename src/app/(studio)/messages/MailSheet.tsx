'use client';
import { SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import type { Letter } from '@/core/message';
import styles from './messages.module.css';

/** A mail as its reader sees it, in both its forms. */
export function MailSheet({ letter: { subject, text, html } }: { readonly letter: Letter }) {
  const [form, setForm] = useState('drawn');
  return (
    <div className={styles.sheet}>
      <div className={styles.subject}>
        <b dir="auto">{subject}</b>
        <SegmentedControl
          size="xs"
          aria-label="Form of the mail"
          value={form}
          onChange={setForm}
          data={[
            { value: 'drawn', label: 'Drawn' },
            { value: 'plain', label: 'Plain' },
          ]}
        />
      </div>
      {form === 'plain' ? (
        <pre dir="auto">{text}</pre>
      ) : (
        // Without any rights: no script of a mail runs, and its links lead nowhere from here.
        <iframe title={`Mail: ${subject}`} sandbox="" srcDoc={html} />
      )}
    </div>
  );
}
