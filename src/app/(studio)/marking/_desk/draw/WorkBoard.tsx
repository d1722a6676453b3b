'use client';
import dynamic from 'next/dynamic';
import { type ReactNode, useEffect, useState } from 'react';
import { useOwnTexts } from '@/app/_client/own-texts';
import { type Drawn, isOnPage, isOnText, moved, type OnPage } from '@/core/marking';
import { GivenFile } from '@/ui/drawn/GivenFile';
import type { DrawnFile } from '@/ui/drawn/layer';
import { hasPages, type Turn } from '@/ui/drawn/page';
import { SignaturePad } from '@/ui/drawn/SignaturePad';
import { newId } from '@/ui/ids';
import { WaitingPage } from '@/ui/pdf/WaitingPage';
import desk from '../../marking.module.css';
import { DrawBar, type Zoom } from './DrawBar';
import styles from './draw.module.css';
import { TextBoard, textTools } from './TextBoard';
import { type Manner, type Tool, tools, usualManner } from './tools';
import type { Drawing } from './use-drawing';

// Pages and the tools on them are wanted where work has some.
const PagesOfFile = dynamic(() => import('@/ui/drawn/PagesOfFile').then((module) => module.PagesOfFile), {
  ssr: false,
  loading: () => <WaitingPage label="the pages" />,
});
const PageBoard = dynamic(() => import('./PageBoard').then((module) => module.PageBoard), { ssr: false });

/** How somebody draws, as this browser has it. */
const read = <T,>(text: string | null, usual: T): T => {
  try {
    return { ...usual, ...JSON.parse(text ?? '{}') };
  } catch {
    return usual;
  }
};

const isField = (target: EventTarget | null) =>
  target instanceof HTMLElement && (/^(input|textarea|select)$/i.test(target.tagName) || target.role === 'radio');

type Props = {
  readonly text: string;
  readonly files: readonly DrawnFile[];
  readonly drawing: Drawing;
  readonly selected: readonly string[];
  readonly locked: boolean;
  /** What is said of the work, above it. */
  readonly children: ReactNode;
  onSelect(ids: readonly string[]): void;
};

/** The work on the desk, with what is drawn on its text and its pages, and what it is drawn with. */
export function WorkBoard({ text, files, drawing, selected, locked, children, onSelect }: Props) {
  const [tool, setTool] = useState<Tool>('select');
  const [manner, setManner] = useState<Manner>(usualManner);
  const [zoom, setZoom] = useState<Zoom>(100);
  const [turn, setTurn] = useState<Turn>(0);
  const [signing, setSigning] = useState(false);
  const [fresh, setFresh] = useState<string | null>(null);
  const own = useOwnTexts();
  useEffect(() => {
    setManner(read(own('manner').get(), usualManner));
    setZoom(read(own('zoom').get(), { zoom: 100 as Zoom }).zoom);
  }, [own]);
  const change = (part: Partial<Manner>) => {
    setManner({ ...manner, ...part });
    own('manner').set(JSON.stringify({ ...manner, ...part }));
  };
  const paged = files.filter(hasPages);
  const hasText = text.trim() !== '';
  const offered = paged.length > 0 ? tools.map((one) => one.tool) : textTools;
  const chosen = drawing.drawn.filter(({ id }) => selected.includes(id));

  const take = (next: Tool) => {
    setTool(next);
    if (next !== 'select') onSelect([]);
    if (next === 'signature' && !manner.signature) setSigning(true);
  };
  const setChosen = (after: readonly Drawn[]) => {
    if (locked || chosen.length === 0) return;
    drawing.change(chosen, after);
  };
  const copy = () => {
    const copies = chosen.filter(isOnPage).map((one): OnPage => ({ ...moved(one, 12, 12), id: newId() }));
    if (locked || copies.length === 0) return;
    drawing.change([], copies);
    onSelect(copies.map(({ id }) => id));
  };
  /** What wants words is selected, and its field has the cursor. */
  const addWorded = (one: Drawn, words: boolean) => {
    drawing.change([], [one]);
    if (!words) return;
    onSelect([one.id]);
    setTool('select');
    setFresh(one.id);
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isField(event.target)) return;
      const key = event.key.toLowerCase();
      if (event.ctrlKey || event.metaKey) {
        if (key === 'z' && !locked) (event.shiftKey ? drawing.redo : drawing.undo)();
        else if (key === 'd' && chosen.length > 0) copy();
        else return;
      } else if (event.altKey) return;
      else if ((key === 'delete' || key === 'backspace') && chosen.length > 0) {
        setChosen([]);
        onSelect([]);
      } else {
        const next = tools.find((one) => one.key === key && offered.includes(one.tool));
        if (!next || locked) return;
        take(next.tool);
      }
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  return (
    <div>
      <DrawBar
        {...{ offered, tool, manner, zoom, drawing, chosen, fresh, locked }}
        turns={paged.length > 0}
        onTool={take}
        onManner={change}
        onZoom={(next) => {
          setZoom(next);
          own('zoom').set(JSON.stringify({ zoom: next }));
        }}
        onTurn={() => setTurn(((turn + 1) % 4) as Turn)}
        onChosen={(after) => {
          setChosen(after);
          if (after.length === 0) onSelect([]);
        }}
        onCopy={copy}
        onSign={() => setSigning(true)}
      />
      <SignaturePad
        opened={signing}
        onClose={() => setSigning(false)}
        onSigned={(signature) => change({ signature })}
      />
      {children}
      {hasText && (
        <TextBoard
          className={`${desk.text} ${desk.sheet}`}
          text={text}
          drawn={drawing.drawn.filter(isOnText)}
          {...{ tool, manner, selected, locked, onSelect }}
          onRub={(one) => drawing.change([one], [])}
          onDrawn={(one) => addWorded(one, one.sort === 'note' || one.sort === 'text')}
        />
      )}
      {files.map((file) => (
        <section key={file.hash} className={styles.file} style={{ maxWidth: `${7.6 * zoom}px` }} aria-label={file.name}>
          <GivenFile file={file} address={file.address} />
          {hasPages(file) && (
            <PagesOfFile
              file={file}
              turn={turn}
              layer={(page) => (
                <PageBoard
                  page={page}
                  drawn={drawing.drawn.filter(
                    (one): one is OnPage => isOnPage(one) && one.file === page.file && one.page === page.page,
                  )}
                  {...{ tool, manner, selected, locked, onSelect }}
                  onChange={drawing.change}
                  onDrawn={(one) => addWorded(one, true)}
                />
              )}
            />
          )}
        </section>
      ))}
    </div>
  );
}
