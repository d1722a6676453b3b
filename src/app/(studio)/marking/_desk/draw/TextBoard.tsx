'use client';
import { type KeyboardEvent, useRef } from 'react';
import { type Ink, isOnText, type OnText, type TextSort, textSorts } from '@/core/marking';
import { DrawnText } from '@/ui/drawn/DrawnText';
import { newId } from '@/ui/ids';
import { inkFor, type Manner, type Tool } from './tools';

type Props = {
  readonly text: string;
  readonly drawn: readonly OnText[];
  readonly tool: Tool;
  readonly manner: Manner;
  readonly selected: readonly string[];
  readonly locked: boolean;
  readonly className: string;
  onSelect(ids: readonly string[]): void;
  onRub(one: OnText): void;
  onDrawn(one: OnText): void;
};

const isTextSort = (tool: Tool): tool is TextSort => (textSorts as readonly string[]).includes(tool);
/** Tools that can be used on a text. */
export const textTools: readonly Tool[] = ['select', ...textSorts, 'rub-out'];

/** Where a place of the page lies in the text: the stretch it is in says where that begins. */
function offsetOf(node: Node | null, offset: number): number | null {
  const stretch = (node instanceof Element ? node : node?.parentElement)?.closest<HTMLElement>('[data-from]');
  return stretch ? Number(stretch.dataset.from) + (node instanceof Text ? offset : 0) : null;
}

/** The range of the text that is selected in the page; null where none is. */
function selectedRange(root: HTMLElement | null): { readonly from: number; readonly to: number } | null {
  const selection = window.getSelection();
  if (!selection || selection.isCollapsed || !root?.contains(selection.anchorNode)) return null;
  const a = offsetOf(selection.anchorNode, selection.anchorOffset);
  const b = offsetOf(selection.focusNode, selection.focusOffset);
  return a === null || b === null || a === b ? null : { from: Math.min(a, b), to: Math.max(a, b) };
}

const drawnBy = (sort: TextSort, ink: Ink, range: { readonly from: number; readonly to: number }, words: string) =>
  ({ id: newId(), sort, ink, ...range, words }) satisfies OnText;

/**
 * A text that is drawn on: a tool is put to the range that is selected, by pointer when it is let go, by keyboard with
 * Enter. The text has a caret, so that ranges are selected with Shift and the arrows, and takes no typing.
 */
export function TextBoard({ text, drawn, tool, manner, selected, locked, className, onSelect, onRub, onDrawn }: Props) {
  const root = useRef<HTMLDivElement>(null);
  const put = () => {
    const range = selectedRange(root.current);
    if (locked || !range || !isTextSort(tool)) return;
    window.getSelection()?.collapseToEnd();
    onDrawn(drawnBy(tool, inkFor(tool, manner), range, tool === 'stamp' ? manner.stamp : ''));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      put();
    }
  };
  const pick = (id: string) => {
    const one = drawn.find((own) => own.id === id);
    if (one && isOnText(one) && tool === 'rub-out' && !locked) onRub(one);
    else onSelect([id]);
  };
  return (
    <div
      ref={root}
      className={className}
      dir="auto"
      role="textbox"
      aria-multiline="true"
      aria-readonly="true"
      aria-label="The text that was handed in. Select a range and press Enter to put the tool to it."
      tabIndex={0}
      contentEditable
      suppressContentEditableWarning
      spellCheck={false}
      onBeforeInput={(event) => event.preventDefault()}
      onPaste={(event) => event.preventDefault()}
      onCut={(event) => event.preventDefault()}
      onDrop={(event) => event.preventDefault()}
      onKeyDown={onKeyDown}
      onPointerUp={put}
    >
      <DrawnText text={text} drawn={drawn} selected={selected} onSelect={pick} />
    </div>
  );
}
