import { Button, FileButton, NumberInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import { act } from '@/app/_client/act';
import { dotsPerInch, leastDots, papers, type ThingParts } from '@/core/certificate';
import type { Result } from '@/core/kernel/problem';
import inspector from '../_inspector/inspector.module.css';
import styles from './award.module.css';
import { ColourField } from './ColourField';
import type { CanvasPage } from './keys';
import type { Designing } from './use-design';

type Props = {
  readonly designing: Designing;
  readonly page: CanvasPage;
  onPicture(file: File, page: number): Promise<Result<Omit<ThingParts['picture'], 'fit'>>>;
  onRemoved(): void;
};

/** What is said of a design as a whole: its name, its paper, and what lies behind everything. */
export function DesignFields({ designing, page, onPicture, onRemoved }: Props) {
  const [number, setNumber] = useState(1);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { design, change } = page;
  const { opened } = designing;
  const choose = async (file: File | null) => {
    if (!file) return;
    setBusy(true);
    const made = await onPicture(file, number);
    setBusy(false);
    setProblem(made.ok ? null : made.problem.sentence);
    if (!made.ok) return;
    const { hash, type, pixels } = made.value;
    change((now) => ({ ...now, background: { hash, type, pixels, fit: 'cover' } }));
  };
  const remove = async () => {
    const done = opened && (await act('certificate.remove-design', { designId: opened.id }));
    setProblem(done && !done.ok ? done.problem.sentence : null);
    if (done?.ok) onRemoved();
  };
  const dots = design.background && dotsPerInch(design.background.pixels.width, papers[design.paper].width);
  return (
    <section className={inspector.group} aria-label="This design">
      <h2 className={inspector.title}>This design</h2>
      <TextInput
        label="Name"
        maxLength={80}
        value={designing.name}
        onChange={(event) => designing.rename(event.currentTarget.value)}
        error={designing.name.trim() === '' ? 'Give the design a name.' : null}
      />
      <ColourField
        label="Colour of the paper"
        value={design.ground}
        onChange={(ground) => ground && change((now) => ({ ...now, ground }))}
      />
      <div className={styles.background}>
        <FileButton accept="image/*,application/pdf" onChange={choose}>
          {(props) => (
            <Button {...props} variant="default" size="xs" loading={busy}>
              {design.background ? 'Another' : 'Own background'}
            </Button>
          )}
        </FileButton>
        <NumberInput
          aria-label="Page of the PDF"
          size="xs"
          w={96}
          prefix="page "
          min={1}
          max={9999}
          value={number}
          onChange={(next) => setNumber(Number(next) || 1)}
        />
        {design.background && (
          <Button size="xs" variant="subtle" onClick={() => change((now) => ({ ...now, background: null }))}>
            Take away
          </Button>
        )}
      </div>
      {dots !== null && (
        <p className={dots < leastDots ? inspector.bad : inspector.inherits}>
          The background has {dots} dots to an inch{dots < leastDots ? '; on paper it looks coarse' : ''}.
        </p>
      )}
      {problem && (
        <p role="alert" className={inspector.bad}>
          {problem}
        </p>
      )}
      {opened?.usedBy.length === 0 && opened.usedElsewhere === 0 && (
        <Button size="xs" variant="subtle" color="brick" onClick={remove}>
          Remove this design
        </Button>
      )}
    </section>
  );
}
