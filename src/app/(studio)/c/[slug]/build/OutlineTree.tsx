'use client';
import { DndContext, DragOverlay, PointerSensor, useDraggable, useSensor, useSensors } from '@dnd-kit/core';
import { defaultRangeExtractor, useWindowVirtualizer } from '@tanstack/react-virtual';
import {
  type KeyboardEvent,
  type MouseEvent,
  type ReactNode,
  type PointerEvent as ReactPointerEvent,
  type RefObject,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { Link } from '@/ui/frame/Link';
import { useReady } from '@/ui/plain/useReady';
import { useDesk } from '../_course/CourseProvider';
import { markedRows, useOutlineActions } from './actions';
import styles from './build.module.css';
import type { FilePlace } from './file-lessons';
import { OutlineRow, type RowHandlers } from './OutlineRow';
import { heightOf, type RowFacts, sectionIdOf, titleOf, visibleRows } from './rows';
import { useClipboard } from './useClipboard';
import { useFileDrop } from './useFileDrop';
import { useFolds } from './useFolds';
import { useLift } from './useLift';

const page = 12;

type Props = {
  readonly query: string;
  /** A row to be brought into sight when the page is opened. */
  readonly goTo: string | null;
  readonly onFind: () => void;
};

/**
 * The outline as a tree for pointer and keyboard; only the lines in sight are drawn, so that 1,000 lessons are as quick
 * as ten.
 */
export function OutlineTree({ query, goTo, onFind }: Props) {
  const { rows, state, store, opens, head } = useDesk();
  const actions = useOutlineActions();
  const { folded, fold, foldAll } = useFolds(store.courseId);
  const [renaming, setRenaming] = useState<{ id: string; isNew: boolean } | null>(null);
  const [spoken, setSpoken] = useState('');
  const tree = useRef<HTMLDivElement>(null);
  const anchor = useRef<string | null>(null);
  const mayLeave = useRef(false);
  const [top, setTop] = useState(0);
  const visible = useMemo(() => visibleRows(rows, folded, query), [rows, folded, query]);
  const places = useMemo(() => new Map(visible.map((facts, i) => [facts.id, i])), [visible]);
  const { lifted, slot, lift, step, toward, drop, putBack } = useLift(visible, setSpoken);
  const clipboard = useClipboard(rows);
  const files = useFileDrop(visible, tree);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));

  const tabbableId = state.selection && places.has(state.selection.id) ? state.selection.id : visible[0]?.id;
  const focusAt = tabbableId === undefined ? 0 : (places.get(tabbableId) ?? 0);
  useLayoutEffect(() => {
    const measure = () => setTop(tree.current ? tree.current.getBoundingClientRect().top + window.scrollY : 0);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(document.body);
    return () => observer.disconnect();
  }, []);
  const lines = useWindowVirtualizer({
    count: visible.length,
    estimateSize: (i) => heightOf(visible[i]),
    getItemKey: (i) => visible[i]?.id ?? i,
    overscan: 8,
    // The first screen comes with the page, before the browser knows its own size.
    initialRect: { width: 1280, height: 800 },
    // Also where the reader has scrolled before it could listen: what is drawn first has to be what came.
    initialOffset: 0,
    scrollMargin: top,
    scrollPaddingStart: 60,
    // The line with the focus stays, wherever the page is scrolled to.
    rangeExtractor: (range) =>
      [...new Set([...defaultRangeExtractor(range), ...(focusAt < visible.length ? [focusAt] : [])])].sort(
        (a, b) => a - b,
      ),
  });
  // Heights follow from what each line is; at first they are right already.
  const measured = useRef(visible);
  useEffect(() => {
    if (measured.current === visible) return;
    measured.current = visible;
    lines.measure();
  }, [lines, visible]);

  const focus = (id: string) => {
    const at = visible.findIndex((one) => one.id === id);
    if (at >= 0) lines.scrollToIndex(at, { align: 'auto' });
    let tries = 0;
    const attempt = () => {
      const line = tree.current?.querySelector<HTMLElement>(`[data-row="${id}"]`);
      if (line) line.focus({ preventScroll: true });
      else if (tries++ < 10) requestAnimationFrame(attempt);
    };
    requestAnimationFrame(attempt);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when somebody comes to a row from elsewhere
  useEffect(() => {
    if (goTo && places.has(goTo)) focus(goTo);
  }, [goTo]);
  /** Goes to a row; `extend` selects everything from where the selection began. */
  const go = (facts: RowFacts | undefined, extend = false) => {
    if (!facts) return;
    if (!extend) anchor.current = facts.id;
    const from = places.get(anchor.current ?? facts.id) ?? 0;
    const to = places.get(facts.id) ?? 0;
    const range = extend ? visible.slice(Math.min(from, to), Math.max(from, to) + 1).map((one) => one.id) : undefined;
    store.select({ table: facts.table, id: facts.id }, range);
    focus(facts.id);
  };
  const onPick = (event: MouseEvent, facts: RowFacts) => {
    if (event.shiftKey) return go(facts, true);
    if (!(event.ctrlKey || event.metaKey)) return go(facts);
    const marked = new Set(state.marked);
    anchor.current = facts.id;
    if (marked.delete(facts.id)) {
      const left = visible.find((one) => marked.has(one.id));
      store.select(left ? { table: left.table, id: left.id } : null, marked);
    } else store.select({ table: facts.table, id: facts.id }, marked);
    focus(facts.id);
  };
  const add = () => {
    const id = actions.addLesson('reading');
    if (id) setRenaming({ id, isNew: true });
  };
  const addFirst = useRef(add);
  addFirst.current = add;
  const selectAll = (facts: RowFacts) => {
    const inSection = visible
      .filter((one) => one.table === 'lesson' && one.section.id === sectionIdOf(facts))
      .map((one) => one.id);
    const all = inSection.every((id) => state.marked.has(id))
      ? visible.filter((one) => one.table === 'lesson').map((one) => one.id)
      : inSection;
    const first = visible.find((one) => one.id === (all.includes(facts.id) ? facts.id : all[0]));
    if (first) {
      store.select({ table: first.table, id: first.id }, all);
      focus(first.id);
    }
  };

  const onKey = (event: KeyboardEvent, facts: RowFacts) => {
    if (event.target !== event.currentTarget) return;
    const at = places.get(facts.id) ?? 0;
    const ctrl = event.ctrlKey || event.metaKey;
    const leaves = mayLeave.current;
    mayLeave.current = event.key === 'Escape' && !lifted && state.marked.size <= 1;
    const arrow = (by: 1 | -1) => () => {
      if (lifted) return step(by);
      if (event.altKey) {
        actions.move(by);
        return focus(facts.id);
      }
      go(visible[at + by], event.shiftKey);
    };
    const keys: { [key: string]: (() => unknown) | undefined } = {
      ArrowDown: arrow(1),
      ArrowUp: arrow(-1),
      ArrowRight: () => facts.table === 'section' && (ctrl ? foldAll([]) : fold(facts.id, false)),
      ArrowLeft: () => {
        if (ctrl) return foldAll(rows.map((row) => row.section.id));
        return facts.table === 'section'
          ? fold(facts.id, true)
          : go(visible.find((one) => one.id === facts.section.id));
      },
      PageDown: () => go(visible[Math.min(at + page, visible.length - 1)], event.shiftKey),
      PageUp: () => go(visible[Math.max(at - page, 0)], event.shiftKey),
      Home: () => go(visible[0], event.shiftKey),
      End: () => go(visible.at(-1), event.shiftKey),
      Enter: ctrl
        ? () => {
            const id = actions.addSection();
            if (id) setRenaming({ id, isNew: true });
          }
        : add,
      F2: () => setRenaming({ id: facts.id, isNew: false }),
      Delete: () => {
        const next = actions.remove(markedRows(store));
        if (next) focus(next.id);
      },
      ' ': () => (lifted ? drop() : lift(facts, 'keys')),
      Escape: () => {
        if (lifted) return putBack();
        return state.marked.size > 1 ? go(facts) : undefined;
      },
      Tab: () => {
        const done = event.shiftKey ? actions.outdent() : actions.indent();
        const here = store.get().selection;
        if (done && here) focus(here.id);
        return done;
      },
      '/': ctrl ? undefined : onFind,
      a: ctrl ? () => selectAll(facts) : undefined,
      f: ctrl ? onFind : undefined,
    };
    const todo = keys[event.key];
    // After Escape, Tab leaves the outline like any other part of the page.
    if (!todo || (event.key === 'Tab' && (leaves || lifted))) return;
    if (event.key === 'Tab') {
      if (todo() !== false) event.preventDefault();
      return;
    }
    event.preventDefault();
    todo();
    if (event.key === ' ' || lifted) focus(facts.id);
  };

  // While something hangs on the pointer, the nearest place to it is the one it would go to, also while the page
  // scrolls below it.
  const gripped = useRef('');
  const pointerY = useRef(0);
  const dragging = lifted?.by === 'pointer';
  useEffect(() => {
    if (!dragging) return;
    const look = () => toward(pointerY.current - (tree.current?.getBoundingClientRect().top ?? 0));
    const moved = (event: PointerEvent) => {
      pointerY.current = event.clientY;
      look();
    };
    window.addEventListener('pointermove', moved);
    window.addEventListener('scroll', look);
    return () => {
      window.removeEventListener('pointermove', moved);
      window.removeEventListener('scroll', look);
    };
  });

  // Lines are drawn again only when they change; what they call is always the newest.
  const newest = useRef<RowHandlers>(null as never);
  newest.current = {
    pick: onPick,
    key: onKey,
    fold: (id, on) => fold(id, on),
    rename: (id) => setRenaming({ id, isNew: false }),
    renamed: (id, next) => {
      // Leaving a field by Escape also takes the focus from it, and both are told.
      if (renaming?.id !== id) return;
      setRenaming(null);
      if (next === 'nothing') {
        const { outline } = store.get();
        const left = actions.remove(
          outline.section[id] ? { sections: [id], lessons: [] } : { sections: [], lessons: [id] },
        );
        if (left) focus(left.id);
      } else if (next === 'another') add();
      else focus(id);
    },
  };
  const [handlers] = useState<RowHandlers>(() => ({
    pick: (event, facts) => newest.current.pick(event, facts),
    key: (event, facts) => newest.current.key(event, facts),
    fold: (id, on) => newest.current.fold(id, on),
    rename: (id) => newest.current.rename(id),
    renamed: (id, next) => newest.current.renamed(id, next),
  }));

  const isEmpty = rows.length === 0;
  useEffect(() => {
    if (!isEmpty) return;
    // Nothing is there to have the focus; the key that makes a lesson makes the first one all the same.
    const onEnter = (event: globalThis.KeyboardEvent) => {
      if (
        event.key !== 'Enter' ||
        event.defaultPrevented ||
        (event.target instanceof Element && event.target.closest('a, button, input, textarea, [role="dialog"]'))
      )
        return;
      event.preventDefault();
      addFirst.current();
    };
    window.addEventListener('keydown', onEnter);
    return () => window.removeEventListener('keydown', onEnter);
  }, [isEmpty]);

  if (isEmpty) {
    return (
      <div className={styles.empty} onPaste={clipboard.onPaste} {...files.handlers}>
        <p>
          This course has no lessons yet. Make the first one, paste lines of text, or drop files: each becomes a lesson.
        </p>
        <button type="button" className={styles.begin} onClick={add}>
          Make the first lesson
        </button>
        <Link href={`/c/${head.slug}/plan/outline`}>Paste a whole outline, or begin with a pattern</Link>
      </div>
    );
  }
  return (
    <DndContext
      id="outline"
      sensors={sensors}
      onDragStart={() => {
        const facts = visible[places.get(gripped.current) ?? -1];
        if (facts) lift(facts, 'pointer');
      }}
      onDragEnd={drop}
      onDragCancel={putBack}
      accessibility={{ announcements: silent }}
    >
      <TreeGround
        tree={tree}
        height={lines.getTotalSize()}
        onGrip={(id) => {
          gripped.current = id;
        }}
        clipboard={clipboard}
        files={files.handlers}
      >
        {lines.getVirtualItems().map((line) => {
          const facts = visible[line.index];
          if (!facts) return null;
          return (
            <OutlineRow
              key={facts.id}
              facts={facts}
              top={line.start - top}
              selected={state.marked.has(facts.id)}
              tabbable={facts.id === tabbableId}
              opens={facts.table === 'lesson' ? (opens.get(facts.id) ?? '') : ''}
              last={facts.table === 'lesson' && visible[line.index + 1]?.table !== 'lesson'}
              lifted={lifted?.ids.includes(facts.id) ?? false}
              faded={clipboard.cut.has(facts.id)}
              renaming={renaming?.id === facts.id ? renaming : null}
              handlers={handlers}
            />
          );
        })}
        {files.place && <FileGhost place={files.place} />}
        {slot && (
          <div className={styles.slot} data-table={lifted?.table} style={{ top: slot.line }} aria-hidden="true" />
        )}
      </TreeGround>
      {visible.length === 0 && <p className={styles.nothing}>Nothing in this outline is called that.</p>}
      <p className="visually-hidden" role="status" aria-live="assertive">
        {spoken}
      </p>
      <DragOverlay dropAnimation={null}>
        {dragging && lifted && (
          <div className={styles.carried}>
            {lifted.ids.length === 1 ? titleOfRow(visible, lifted.ids[0]) : `${lifted.ids.length} ${lifted.table}s`}
          </div>
        )}
      </DragOverlay>
    </DndContext>
  );
}

/** Where files would go that are carried over the outline. */
function FileGhost({ place }: { readonly place: FilePlace }) {
  return (
    <>
      {place.into === 'lesson' ? (
        <div className={styles.into} style={{ top: place.top, height: place.height }} aria-hidden="true" />
      ) : (
        <div className={styles.slot} style={{ top: place.slot.line }} aria-hidden="true" />
      )}
      <p
        className={styles.dropWords}
        role="status"
        style={{ top: place.into === 'lesson' ? place.top + place.height : place.slot.line }}
      >
        Drop {place.words}
      </p>
    </>
  );
}

const titleOfRow = (visible: readonly RowFacts[], id: string | undefined) => {
  const facts = visible.find((one) => one.id === id);
  return facts ? titleOf(facts) : '';
};

/** The places are told by the outline itself, which knows their names. */
const silent = {
  onDragStart: () => undefined,
  onDragOver: () => undefined,
  onDragEnd: () => undefined,
  onDragCancel: () => undefined,
};

type GroundProps = {
  readonly tree: RefObject<HTMLDivElement | null>;
  readonly height: number;
  readonly onGrip: (id: string) => void;
  readonly clipboard: ReturnType<typeof useClipboard>;
  readonly files: ReturnType<typeof useFileDrop>['handlers'];
  readonly children: ReactNode;
};

/**
 * What the lines lie on. It alone is draggable, from any of their grips, so that a line costs nothing until it is
 * dragged.
 */
function TreeGround({ tree, height, onGrip, clipboard, files, children }: GroundProps) {
  const { listeners } = useDraggable({ id: 'lines' });
  const begin = (event: ReactPointerEvent) => {
    const grip = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-grip]') : null;
    if (!grip) return;
    onGrip(grip.dataset.grip ?? '');
    listeners?.onPointerDown?.(event);
  };
  const isReady = useReady();
  return (
    <div
      ref={tree}
      role="tree"
      aria-label="Outline"
      aria-multiselectable="true"
      className={styles.tree}
      // A click that could do nothing yet is not taken.
      data-waits={!isReady || undefined}
      style={{ height }}
      onPointerDown={begin}
      {...files}
      onCopy={clipboard.onCopy}
      onCut={clipboard.onCut}
      onPaste={(event) => !(event.target instanceof HTMLInputElement) && clipboard.onPaste(event)}
    >
      {children}
    </div>
  );
}
