import { Checkbox, NativeSelect, NumberInput, Textarea } from '@mantine/core';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconArrowUpRight,
  IconCheck,
  IconCircle,
  IconCopy,
  IconEraser,
  IconHighlight,
  IconLine,
  IconMessage2,
  IconNote,
  IconPencil,
  IconPointer,
  IconRotateClockwise,
  IconRubberStamp,
  IconSignature,
  IconSquare,
  IconTrash,
  IconTypography,
  IconX,
  IconZoomIn,
  IconZoomOut,
} from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { type Drawn, type Ink, inks, inkText, isOnPage, type OnPage, sortTitles, wordsOf } from '@/core/marking';
import styles from './draw.module.css';
import { inkFor, type Manner, stamps, type Tool, tools, worded } from './tools';
import type { Drawing } from './use-drawing';

const icons: { readonly [T in Tool]: ReactNode } = {
  select: <IconPointer size={18} />,
  pen: <IconPencil size={18} />,
  highlight: <IconHighlight size={18} />,
  tick: <IconCheck size={18} />,
  cross: <IconX size={18} />,
  line: <IconLine size={18} />,
  arrow: <IconArrowUpRight size={18} />,
  rectangle: <IconSquare size={18} />,
  ellipse: <IconCircle size={18} />,
  text: <IconTypography size={18} />,
  note: <IconNote size={18} />,
  callout: <IconMessage2 size={18} />,
  stamp: <IconRubberStamp size={18} />,
  signature: <IconSignature size={18} />,
  'rub-out': <IconEraser size={18} />,
};

export const zooms = [50, 75, 100, 125, 150, 200, 300] as const;
export type Zoom = (typeof zooms)[number];

type ButtonProps = {
  readonly label: string;
  readonly shortcut?: string;
  readonly pressed?: boolean;
  readonly disabled?: boolean;
  readonly children: ReactNode;
  onClick(): void;
};
function BarButton({ label, shortcut, pressed, disabled, children, onClick }: ButtonProps) {
  return (
    <button
      type="button"
      className={styles.tool}
      aria-label={label}
      title={shortcut ? `${label} (${shortcut})` : label}
      aria-keyshortcuts={shortcut}
      {...(pressed !== undefined && { 'aria-pressed': pressed })}
      disabled={disabled}
      onClick={onClick}
    >
      {children}
    </button>
  );
}

type Props = {
  readonly offered: readonly Tool[];
  readonly tool: Tool;
  readonly manner: Manner;
  readonly zoom: Zoom;
  readonly drawing: Drawing;
  readonly chosen: readonly Drawn[];
  /** What was drawn just now, and waits for its words. */
  readonly fresh: string | null;
  readonly locked: boolean;
  /** Whether there are pages, which can be turned. */
  readonly turns: boolean;
  onTool(tool: Tool): void;
  onManner(part: Partial<Manner>): void;
  onZoom(zoom: Zoom): void;
  onTurn(): void;
  onChosen(after: readonly Drawn[]): void;
  onCopy(): void;
  onSign(): void;
};

/** What a marker draws with, and what can be changed about what is selected. */
export function DrawBar(props: Props) {
  const { offered, tool, manner, zoom, drawing, chosen, locked, turns } = props;
  const ink = chosen[0]?.ink ?? inkFor(tool, manner);
  const setInk = (next: Ink) => {
    if (chosen.length > 0) props.onChosen(chosen.map((one) => ({ ...one, ink: next })));
    else props.onManner(tool === 'highlight' ? { veil: next } : { ink: next });
  };
  const at = zooms.indexOf(zoom);
  return (
    <div className={styles.bar} role="toolbar" aria-label="Drawing">
      {tools
        .filter((one) => offered.includes(one.tool))
        .map((one) => (
          <BarButton
            key={one.tool}
            label={one.title}
            shortcut={one.key.toUpperCase()}
            pressed={tool === one.tool}
            disabled={locked && one.tool !== 'select'}
            onClick={() => props.onTool(one.tool)}
          >
            {icons[one.tool]}
          </BarButton>
        ))}
      <span className={`${styles.gap} ${styles.far}`} />
      {inks.map((one) => (
        <button
          key={one}
          type="button"
          className={styles.ink}
          style={{ background: inkText(one) }}
          aria-label={`Colour: ${one}`}
          aria-pressed={ink === one}
          disabled={locked}
          onClick={() => setInk(one)}
        />
      ))}
      <span className={styles.gap} />
      <BarButton label="Undo" shortcut="Ctrl Z" disabled={locked || !drawing.canUndo} onClick={drawing.undo}>
        <IconArrowBackUp size={18} />
      </BarButton>
      <BarButton label="Redo" shortcut="Ctrl Shift Z" disabled={locked || !drawing.canRedo} onClick={drawing.redo}>
        <IconArrowForwardUp size={18} />
      </BarButton>
      {turns && (
        <>
          <BarButton
            label="Smaller"
            shortcut="-"
            disabled={at === 0}
            onClick={() => props.onZoom(zooms[at - 1] ?? zoom)}
          >
            <IconZoomOut size={18} />
          </BarButton>
          <output aria-label="Zoom">{zoom} %</output>
          <BarButton
            label="Larger"
            shortcut="+"
            disabled={at === zooms.length - 1}
            onClick={() => props.onZoom(zooms[at + 1] ?? zoom)}
          >
            <IconZoomIn size={18} />
          </BarButton>
          <BarButton label="Turn the pages a quarter to the right" onClick={props.onTurn}>
            <IconRotateClockwise size={18} />
          </BarButton>
        </>
      )}
      <Parts {...props} />
    </div>
  );
}

const hasWidth = (one: OnPage) => 'width' in one;
const hasSize = (one: OnPage) => 'size' in one;

/** What is selected, or what is drawn next: its width, letters and words. */
function Parts({ tool, manner, chosen, fresh, locked, onManner, onChosen, onCopy, onSign }: Props) {
  const [one, ...more] = chosen;
  if (!one) {
    if (tool === 'signature')
      return (
        <div className={styles.parts}>
          <button type="button" onClick={onSign}>
            {manner.signature ? 'Draw another signature' : 'Draw your signature'}
          </button>
        </div>
      );
    if (!['pen', 'line', 'arrow', 'rectangle', 'ellipse', 'text', 'stamp'].includes(tool)) return null;
    return (
      <div className={styles.parts}>
        {tool === 'stamp' && (
          <NativeSelect
            label="Words of the stamp"
            data={[...stamps]}
            value={manner.stamp}
            onChange={(event) => onManner({ stamp: event.currentTarget.value })}
          />
        )}
        {tool === 'text' || tool === 'stamp' ? (
          <SizeField value={manner.size} onChange={(size) => onManner({ size })} />
        ) : (
          <WidthField value={manner.width} onChange={(width) => onManner({ width })} />
        )}
        {tool === 'text' && (
          <Checkbox
            label="Bold"
            checked={manner.bold}
            onChange={(event) => onManner({ bold: event.currentTarget.checked })}
          />
        )}
      </div>
    );
  }
  const pages = chosen.filter(isOnPage);
  const setAll = (part: object, has: (page: OnPage) => boolean) =>
    onChosen(chosen.map((thing) => (isOnPage(thing) && has(thing) ? ({ ...thing, ...part } as OnPage) : thing)));
  const [widths, sizes] = [pages.filter(hasWidth), pages.filter(hasSize)];
  return (
    <div className={styles.parts} role="group" aria-label="What is selected">
      {more.length === 0 && 'words' in one && (
        <Textarea
          className={styles.wide ?? ''}
          label={`Words of the ${sortTitles[one.sort].toLowerCase()}`}
          autosize
          minRows={1}
          maxRows={5}
          readOnly={locked}
          maxLength={2000}
          defaultValue={wordsOf(one)}
          key={one.id}
          // What was drawn for its words is written into at once.
          autoFocus={one.id === fresh}
          onBlur={(event) => {
            const words = event.currentTarget.value;
            if (words !== wordsOf(one)) onChosen([isOnPage(one) ? worded(one, words) : { ...one, words }]);
          }}
        />
      )}
      {widths[0] && 'width' in widths[0] && (
        <WidthField value={widths[0].width} onChange={(width) => setAll({ width }, hasWidth)} />
      )}
      {sizes[0] && 'size' in sizes[0] && (
        <SizeField value={sizes[0].size} onChange={(size) => setAll({ size }, hasSize)} />
      )}
      <BarButton label="Copy" shortcut="Ctrl D" disabled={locked || pages.length === 0} onClick={onCopy}>
        <IconCopy size={18} />
      </BarButton>
      <BarButton label="Remove" shortcut="Delete" disabled={locked} onClick={() => onChosen([])}>
        <IconTrash size={18} />
      </BarButton>
    </div>
  );
}

type NumberProps = { readonly value: number; onChange(value: number): void };
const WidthField = ({ value, onChange }: NumberProps) => (
  <NumberInput
    label="Width of the line, pt"
    min={0.5}
    max={20}
    step={0.5}
    value={value}
    onChange={(next) => typeof next === 'number' && next >= 0.5 && next <= 20 && onChange(next)}
  />
);
const SizeField = ({ value, onChange }: NumberProps) => (
  <NumberInput
    label="Letters, pt"
    min={6}
    max={72}
    value={value}
    onChange={(next) => typeof next === 'number' && next >= 6 && next <= 72 && onChange(next)}
  />
);
