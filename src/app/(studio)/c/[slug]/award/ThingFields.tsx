import { ActionIcon, Button, Select, Switch, TextInput, Tooltip } from '@mantine/core';
import {
  IconArrowBarDown,
  IconArrowBarUp,
  IconArrowDown,
  IconArrowUp,
  IconCopy,
  IconEye,
  IconEyeOff,
  IconLayoutAlignBottom,
  IconLayoutAlignCenter,
  IconLayoutAlignLeft,
  IconLayoutAlignMiddle,
  IconLayoutAlignRight,
  IconLayoutAlignTop,
  IconLayoutDistributeHorizontal,
  IconLayoutDistributeVertical,
  IconLock,
  IconLockOpen,
  IconTrash,
} from '@tabler/icons-react';
import {
  type Alignment,
  aligned,
  alignments,
  type Box,
  type Design,
  dashes,
  distributed,
  dotsPerInch,
  type FieldName,
  fields,
  leastDots,
  nameOf,
  type Order,
  ordered,
  orders,
  roundMm,
  type Shape,
  shapes,
  type Thing,
  type ThingOf,
  withThings,
} from '@/core/certificate';
import { ok } from '@/core/kernel/problem';
import { NumberField } from '@/ui/fields/fields';
import wordStyles from '@/ui/plain/words.module.css';
import inspector from '../_inspector/inspector.module.css';
import styles from './award.module.css';
import { ColourField } from './ColourField';
import { type CanvasPage, doubleThings, removeThings } from './keys';
import { choices, TextFields } from './TextFields';

type Change<S extends Thing['sort']> = (part: Partial<ThingOf<S>>, kind?: string) => void;
type SortProps<S extends Thing['sort']> = { readonly thing: ThingOf<S>; readonly onChange: Change<S> };

const dashData = dashes.map((value) => ({ value, label: value }));
const saved =
  <T,>(change: (value: T) => void) =>
  (value: T | null) => {
    if (value !== null) change(value);
    return ok(null);
  };

const forms: { readonly [S in Thing['sort']]: (props: SortProps<S>) => React.ReactNode } = {
  text: TextFields,
  picture: ({ thing, onChange }) => {
    const wide = Math.min(thing.box.width, (thing.box.height * thing.pixels.width) / thing.pixels.height);
    const dots = dotsPerInch(thing.pixels.width, wide);
    return (
      <>
        <p className={dots < leastDots ? wordStyles.look : inspector.inherits}>
          {dots} dots to an inch{dots < leastDots ? `; below ${leastDots} it looks coarse on paper` : ''}
        </p>
        <Switch
          label="Fills its box, cut where it stands over"
          checked={thing.fit === 'cover'}
          onChange={(event) => onChange({ fit: event.currentTarget.checked ? 'cover' : 'inside' })}
        />
      </>
    );
  },
  signature: ({ thing, onChange }) => (
    <ColourField label="Ink" value={thing.colour} onChange={(colour) => colour && onChange({ colour })} />
  ),
  rule: ({ thing, onChange }) => (
    <div className={inspector.pair}>
      <ColourField label="Colour" value={thing.colour} onChange={(colour) => colour && onChange({ colour })} />
      <NumberField label="Width" unit="pt" value={thing.line} onSave={saved((line) => onChange({ line }, 'line'))} />
      <Select
        label="Line"
        allowDeselect={false}
        value={thing.dash}
        data={dashData}
        onChange={(dash) => dash && onChange({ dash: dash as typeof thing.dash })}
      />
    </div>
  ),
  frame: ({ thing, onChange }) => (
    <div className={inspector.pair}>
      <ColourField label="Colour" value={thing.colour} onChange={(colour) => colour && onChange({ colour })} />
      <NumberField label="Width" unit="pt" value={thing.line} onSave={saved((line) => onChange({ line }, 'line'))} />
      <NumberField
        label="To a second line"
        unit="mm"
        value={thing.gap}
        onSave={saved((gap) => onChange({ gap }, 'gap'))}
      />
      <NumberField
        label="Round corners"
        unit="mm"
        value={thing.corner}
        onSave={saved((corner) => onChange({ corner }, 'corner'))}
      />
    </div>
  ),
  shape: ({ thing, onChange }) => (
    <>
      <Select
        label="Shape"
        allowDeselect={false}
        value={thing.shape}
        data={choices(shapes)}
        onChange={(shape) => shape && onChange({ shape: shape as Shape })}
      />
      <div className={inspector.pair}>
        <ColourField label="Filled with" empty="nothing" value={thing.fill} onChange={(fill) => onChange({ fill })} />
        <ColourField
          label="Edge"
          empty="none"
          value={thing.stroke}
          onChange={(stroke) => onChange({ stroke, line: stroke && thing.line === 0 ? 1 : thing.line })}
        />
        <NumberField
          label="Width of the edge"
          unit="pt"
          value={thing.line}
          onSave={saved((line) => onChange({ line }, 'line'))}
        />
      </div>
    </>
  ),
  code: () => (
    <p className={inspector.inherits}>Black on white reads best. It leads to the check page of each certificate.</p>
  ),
};

const alignIcons: { readonly [A in Alignment]: typeof IconCopy } = {
  left: IconLayoutAlignLeft,
  centre: IconLayoutAlignCenter,
  right: IconLayoutAlignRight,
  top: IconLayoutAlignTop,
  middle: IconLayoutAlignMiddle,
  bottom: IconLayoutAlignBottom,
};
const orderIcons: { readonly [O in Order]: typeof IconCopy } = {
  ...{ front: IconArrowBarUp, forward: IconArrowUp, backward: IconArrowDown, back: IconArrowBarDown },
};

function Tool({ label, Icon, onClick }: { readonly label: string; readonly Icon: typeof IconCopy; onClick(): void }) {
  return (
    <Tooltip label={label} withinPortal>
      <ActionIcon variant="default" aria-label={label} onClick={onClick}>
        <Icon size={16} />
      </ActionIcon>
    </Tooltip>
  );
}

/** Everything about what is chosen on the page. */
export function ThingFields({ page }: { readonly page: CanvasPage }) {
  const { design, selected, change } = page;
  const chosen = design.things.filter(({ id }) => selected.has(id));
  const [one] = chosen;
  if (!one) return null;
  const set = (part: object, kind?: string) =>
    change((now) => withThings(now, selected, (thing) => ({ ...thing, ...part }) as Thing), kind);
  const setBox = (part: Partial<Box>, kind: string) =>
    change((now) => withThings(now, selected, (thing) => ({ ...thing, box: { ...thing.box, ...part } })), kind);
  const tidy = (next: (design: Design) => Design) => change(next);
  const all = (is: (thing: Thing) => boolean) => chosen.every(is);
  const Form = forms[one.sort] as (props: SortProps<Thing['sort']>) => React.ReactNode;
  const side = (label: string, field: keyof Box) => (
    <NumberField
      label={label}
      unit="mm"
      value={one.box[field]}
      onSave={saved((value) => {
        if (field === 'x' || field === 'y' || value >= 0.5) setBox({ [field]: roundMm(value) }, `${one.id}/${field}`);
      })}
    />
  );
  return (
    <section className={inspector.group} aria-label="What is chosen">
      <h2 className={inspector.title}>{chosen.length === 1 ? nameOf(one) : `${chosen.length} things`}</h2>
      <div className={styles.tools}>
        {(Object.keys(alignments) as Alignment[]).map((how) => (
          <Tool
            key={how}
            label={chosen.length === 1 ? `On the page: ${alignments[how].name}` : `Line up ${alignments[how].name}`}
            Icon={alignIcons[how]}
            onClick={() => tidy((now) => aligned(now, selected, how))}
          />
        ))}
        {chosen.length > 2 && (
          <>
            <Tool
              label="Same gaps across"
              Icon={IconLayoutDistributeHorizontal}
              onClick={() => tidy((now) => distributed(now, selected, 'across'))}
            />
            <Tool
              label="Same gaps down"
              Icon={IconLayoutDistributeVertical}
              onClick={() => tidy((now) => distributed(now, selected, 'down'))}
            />
          </>
        )}
      </div>
      <div className={styles.tools}>
        {(Object.keys(orders) as Order[]).map((how) => (
          <Tool
            key={how}
            label={`Move ${orders[how].name}`}
            Icon={orderIcons[how]}
            onClick={() => tidy((now) => ordered(now, selected, how))}
          />
        ))}
        <Tool
          label={all(({ locked }) => locked) ? 'Unlock (L)' : 'Lock in its place (L)'}
          Icon={all(({ locked }) => locked) ? IconLock : IconLockOpen}
          onClick={() => set({ locked: !all(({ locked }) => locked) })}
        />
        <Tool
          label={all(({ hidden }) => hidden) ? 'Show (H)' : 'Hide (H)'}
          Icon={all(({ hidden }) => hidden) ? IconEyeOff : IconEye}
          onClick={() => set({ hidden: !all(({ hidden }) => hidden) })}
        />
        <Tool label="Copy (Ctrl D)" Icon={IconCopy} onClick={() => doubleThings(page)} />
        <Tool label="Remove (Del)" Icon={IconTrash} onClick={() => removeThings(page)} />
      </div>
      {chosen.length === 1 ? (
        <>
          <div className={styles.place}>
            {side('From left', 'x')}
            {side('From top', 'y')}
            {side('Width', 'width')}
            {side('Height', 'height')}
          </div>
          <Form thing={one} onChange={set} />
          <Select
            label="Shown only if there is"
            clearable
            placeholder="always shown"
            value={one.shownIf}
            data={Object.entries(fields).map(([value, { title }]) => ({ value, label: title.toLowerCase() }))}
            onChange={(shownIf) => set({ shownIf: shownIf as FieldName | null })}
          />
          <TextInput
            label="Called, in the list"
            placeholder={nameOf({ ...one, title: '' })}
            maxLength={80}
            value={one.title}
            onChange={(event) => set({ title: event.currentTarget.value }, `${one.id}/title`)}
          />
        </>
      ) : (
        <Button variant="default" onClick={() => page.select([])}>
          Choose nothing
        </Button>
      )}
    </section>
  );
}
