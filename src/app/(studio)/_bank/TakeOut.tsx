'use client';
import { Button, Menu, Modal } from '@mantine/core';
import { IconFileExport } from '@tabler/icons-react';
import { useState } from 'react';
import { ask } from '@/app/_client/act';
import { counted } from '@/core/kernel/words';
import wordStyles from '@/ui/plain/words.module.css';
import styles from './bring-in.module.css';

const forms = [
  ['qti', 'QTI 3.0 package'],
  ['xlsx', 'XLSX table'],
  ['csv', 'CSV table'],
] as const;
type Form = (typeof forms)[number][0];
type Told = {
  readonly count: number;
  readonly unsaid: readonly { readonly question: string; readonly sentence: string }[];
};

/** Questions as a file: what its form cannot say is told before it is taken. `address` gets `form` behind it. */
export function TakeOut({ address }: { readonly address: string }) {
  const [told, setTold] = useState<(Told & { readonly form: Form }) | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const of = (form: Form) => `${address}${address.includes('?') ? '&' : '?'}form=${form}`;
  const look = async (form: Form) => {
    const found = await ask<Told>(`${of(form)}&told=1`);
    setProblem(found.ok ? null : found.problem.sentence);
    if (!found.ok) return;
    if (found.value.unsaid.length === 0) window.location.assign(of(form));
    else setTold({ ...found.value, form });
  };
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <Button variant="default" leftSection={<IconFileExport size={15} />}>
            Take out
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {forms.map(([form, name]) => (
            <Menu.Item key={form} onClick={() => look(form)}>
              {name}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      {problem && (
        <span role="alert" className={styles.bad}>
          {problem}
        </span>
      )}
      {told && (
        <Modal
          closeButtonProps={{ 'aria-label': 'Close' }}
          opened
          onClose={() => setTold(null)}
          size="lg"
          title={`${counted(told.count, 'question')}; not everything can be said in this form`}
        >
          <ul className={styles.faults} aria-label="What stays behind">
            {told.unsaid.map(({ question, sentence }) => (
              <li key={`${question} ${sentence}`}>
                <b dir="auto">{question}</b> {sentence}
              </li>
            ))}
          </ul>
          <div className={styles.foot}>
            <span className={wordStyles.spring} />
            <Button variant="default" onClick={() => setTold(null)}>
              Cancel
            </Button>
            <Button component="a" href={of(told.form)} download onClick={() => setTold(null)}>
              Take it out all the same
            </Button>
          </div>
        </Modal>
      )}
    </>
  );
}
