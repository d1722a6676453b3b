import { Button, Group, Modal } from '@mantine/core';
import { type PointerEvent, useRef, useState } from 'react';
import { inkText, type Pressed, type Stroke } from '@/core/marking';
import { DrawnShape } from '@/ui/drawn/DrawnShape';
import styles from './draw.module.css';
import { type Manner, thinned } from './tools';

const box = { x: 0, y: 0, width: 400, height: 150 };
const blank = { id: '', sort: 'signature', ink: 'ink', file: '', page: 1 } as const;

type Props = { readonly opened: boolean; onClose(): void; onSigned(signature: Manner['signature']): void };

/** Where a marker signs once; what is drawn here is put on pages by a click. This browser keeps it. */
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
