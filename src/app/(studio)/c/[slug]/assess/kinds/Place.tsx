import { ActionIcon, Checkbox, SegmentedControl, Switch } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { type PointerEvent, useRef, useState } from 'react';
import type { Area } from '@/core/quiz';
import { NumberField, TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import { Picture } from '../../../../../(plain)/_learn/QuestionShows';
import styles from '../assess.module.css';
import { PicturePick } from '../MediaPick';
import type { MakingProps } from './part';
import { AddPart } from './rows';

type Box = Pick<Area, 'x' | 'y' | 'width' | 'height'>;
const within = (value: number) => Math.max(0, Math.min(1000, Math.round(value)));
/** A box between two corners. */
const between = (a: { x: number; y: number }, b: { x: number; y: number }): Box => ({
  ...{ x: Math.min(a.x, b.x), y: Math.min(a.y, b.y) },
  ...{ width: Math.abs(a.x - b.x), height: Math.abs(a.y - b.y) },
});
/** Whoever draws less than this has clicked. */
const smallest = 8;
const sides = [
  ['x', 'From the left'],
  ['y', 'From the top'],
  ['width', 'Width'],
  ['height', 'Height'],
] as const;

/** A picture with areas on it: drawn by pointer, or given in numbers. */
export function Place({ body, onSave }: MakingProps<'place'>) {
  const { picture, areas, named } = body;
  const save = (next: readonly Area[]) => onSave({ ...body, areas: next });
  const change = (id: string, part: Partial<Area>) =>
    save(areas.map((one) => (one.id === id ? { ...one, ...part } : one)));
  const add = (box: Box) =>
    save([...areas, { id: newId().slice(-12), name: '', right: areas.length === 0, shape: 'box', ...box }]);
  const [drawn, setDrawn] = useState<Box | null>(null);
  const from = useRef<{ x: number; y: number } | null>(null);
  const pointOf = (event: PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return {
      x: within(((event.clientX - box.left) / Math.max(1, box.width)) * 1000),
      y: within(((event.clientY - box.top) / Math.max(1, box.height)) * 1000),
    };
  };
  const end = () => {
    if (drawn && drawn.width >= smallest && drawn.height >= smallest) add(drawn);
    from.current = null;
    setDrawn(null);
  };
  return (
    <>
      <PicturePick label="The picture" isShown picture={picture} onSet={(next) => onSave({ ...body, picture: next })} />
      {picture && (
        <div
          className={styles.areas}
          onPointerDown={(event) => {
            event.preventDefault();
            event.currentTarget.setPointerCapture(event.pointerId);
            from.current = pointOf(event);
          }}
          onPointerMove={(event) => from.current && setDrawn(between(from.current, pointOf(event)))}
          onPointerUp={end}
          onPointerCancel={() => {
            from.current = null;
            setDrawn(null);
          }}
        >
          <Picture picture={picture} width={960} />
          {[...areas, ...(drawn ? [{ ...drawn, id: 'drawn', shape: 'box' as const, right: false }] : [])].map(
            ({ id, x, y, width, height, shape, right }, i) => (
              <span
                key={id}
                data-shape={shape}
                data-right={right || undefined}
                style={{ left: `${x / 10}%`, top: `${y / 10}%`, width: `${width / 10}%`, height: `${height / 10}%` }}
              >
                {id === 'drawn' ? '' : i + 1}
              </span>
            ),
          )}
        </div>
      )}
      {picture && (
        <p className={wordStyles.quiet}>Draw an area on the picture, or add one and give its place in numbers.</p>
      )}
      {areas.map((area, i) => (
        <fieldset key={area.id} className={styles.area}>
          <legend>Area {i + 1}</legend>
          <div className={styles.areaHead}>
            <TextField
              label={`Name of area ${i + 1}`}
              hideLabel
              placeholder="What is there"
              value={area.name}
              onSave={(name) => change(area.id, { name })}
            />
            <Checkbox
              label="right"
              aria-label={`Area ${i + 1} is right`}
              checked={area.right}
              onChange={(event) => change(area.id, { right: event.currentTarget.checked })}
            />
            <SegmentedControl
              size="xs"
              aria-label={`Shape of area ${i + 1}`}
              value={area.shape}
              data={[
                { value: 'box', label: 'box' },
                { value: 'ellipse', label: 'ellipse' },
              ]}
              onChange={(shape) => change(area.id, { shape: shape as Area['shape'] })}
            />
            <ActionIcon
              variant="subtle"
              color="gray"
              aria-label={`Remove area ${i + 1}`}
              onClick={() => save(areas.filter((one) => one.id !== area.id))}
            >
              <IconX size={15} />
            </ActionIcon>
          </div>
          <div className={styles.sides}>
            {sides.map(([side, label]) => (
              <NumberField
                key={side}
                label={label}
                unit="%"
                scale={10}
                value={area[side]}
                onSave={(value) => change(area.id, { [side]: value ?? 0 })}
              />
            ))}
          </div>
        </fieldset>
      ))}
      <AddPart onAdd={() => add({ x: 400, y: 400, width: 200, height: 200 })}>Add an area</AddPart>
      <Switch
        label="Areas can be chosen by their names as well"
        description="The same for whoever cannot see the picture or point at it."
        checked={named}
        onChange={(event) => onSave({ ...body, named: event.currentTarget.checked })}
      />
    </>
  );
}
