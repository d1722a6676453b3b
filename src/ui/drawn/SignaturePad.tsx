import { Button, Group, Modal } from '@mantine/core';
import { type PointerEvent, useRef, useState } from 'react';
import { inkText, type Pressed, type Stroke, thinned } from '@/core/marking';
import { DrawnShape } from './DrawnShape';
import styles from './signature.module.css';

const box = { x: 0, y: 0, width: 400, height: 150 };
const blank = { id: '', sort: 'signature', ink: 'ink', file: '', page: 1 } as const;

/** Strokes as shares of a box, and how wide that is for its height. */
export type Signature = { readonly strokes: readonly Stroke[]; readonly ratio: number };
type Props = { readonly opened: boolean; onClose(): void; onSigned(signature: Signature): void };

/** Where somebody signs; what is drawn here is put on a page. */
export function SignaturePad({ opened, onClose, onSigned }: Props) {
  const [strokes, setStrokes] = useState<readonly Stroke[]>([]);
  const now = useRef<Pressed[] | null>(null);
  const spot = (event: PointerEvent<SVGSVGElement>): Pressed => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    return [
      ((event.clientX - left) / width) * box.width,
      ((event.clientY - top) / height) * box.height,
      event.pointerType === 'pen' ? event.pressure : 0.5,
    ];
  };
  const set = (stroke: readonly Pressed[]) => setStrokes((before) => [...before.slice(0, -1), thinned(stroke)]);
  const parts = strokes.map((stroke) =>
    stroke.map(([x, y, pressure]): Pressed => [x / box.width, y / box.height, pressure]),
  );
  return (
    <Modal opened={opened} onClose={onClose} title="Your signature">
      <svg
        className={styles.pad}
        viewBox={`0 0 ${box.width} ${box.height}`}
        role="img"
        aria-label="Draw your signature here"
        style={{ color: inkText('ink') }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          now.current = [spot(event)];
          setStrokes((before) => [...before, now.current ?? []]);
        }}
        onPointerMove={(event) => {
          if (!now.current) return;
          now.current.push(spot(event));
          set(now.current);
        }}
        onPointerUp={() => {
          now.current = null;
        }}
      >
        {parts.length > 0 && <DrawnShape one={{ ...blank, box, strokes: parts }} />}
      </svg>
      <Group justify="space-between" mt="md">
        <Button variant="default" onClick={() => setStrokes([])}>
          Begin again
        </Button>
        <Button
          disabled={strokes.length === 0}
          onClick={() => {
            onSigned({ strokes: parts, ratio: box.width / box.height });
            onClose();
          }}
        >
          Use this signature
        </Button>
      </Group>
    </Modal>
  );
}
