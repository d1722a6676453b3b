'use client';
import { Button, FileButton, NumberInput, Progress, Select } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState, useTransition } from 'react';
import { act, send } from '@/app/_client/act';
import { useIntake } from '@/app/_client/use-intake';
import type { OnRoll, ScriptPage } from '@/core/assignment';
import { counted } from '@/core/kernel/words';
import type { OnTable } from '@/server/assignment';
import { useReady } from '@/ui/plain/useReady';
import wordStyles from '@/ui/plain/words.module.css';
import { PageThumb } from './PageThumb';
import styles from './scripts.module.css';

type Props = {
  readonly courseId: string;
  readonly lessonId: string;
  readonly scripts: readonly OnTable[];
  readonly roll: readonly OnRoll[];
};

const kinds = 'application/pdf,image/png,image/jpeg,image/webp';

/** Scripts that were loaded: whose each is, and its pages in order. What has a learner is handed in, one after another. */
export function SortingTable({ courseId, lessonId, scripts: loaded, roll }: Props) {
  const router = useRouter();
  const ready = useReady();
  const intake = useIntake();
  const [problems, setProblems] = useState<{ readonly [scriptId: string]: string }>({});
  const [said, setSaid] = useState('');
  const [handing, setHanding] = useState<{ readonly done: number; readonly of: number } | null>(null);
  const place = { courseId, lessonId };
  const { percent } = intake;
  // What has arrived lies on the table as soon as nothing more is on its way.
  const isGoing = percent !== null;
  const [isLooking, startLooking] = useTransition();
  const look = useCallback(() => startLooking(() => router.refresh()), [router]);
  useEffect(() => {
    if (!isGoing) look();
  }, [isGoing, look]);

  // What is sorted is seen at once and sent one after another, so that quick hands meet only their own work.
  const [sorted, setSorted] = useState<{ readonly [scriptId: string]: readonly ScriptPage[] }>({});
  const onItsWay = useRef<Promise<unknown>>(Promise.resolve());
  /** Scripts of which the last change could not be kept. */
  const refused = useRef(new Set<string>());
  const going = useRef(0);
  const scripts = loaded.flatMap((script) => {
    const pages = sorted[script.id] ?? script.pages;
    return pages.length > 0 ? [{ ...script, pages }] : [];
  });
  const change = (scriptId: string, command: string, input: object) => {
    going.current += 1;
    onItsWay.current = onItsWay.current.then(async () => {
      const done = await act(command, { ...place, ...input });
      going.current -= 1;
      setProblems((before) => ({ ...before, [scriptId]: done.ok ? '' : done.problem.sentence }));
      if (done.ok) refused.current.delete(scriptId);
      else refused.current.add(scriptId);
      if (going.current > 0 && done.ok) return;
      if (!done.ok) setSorted({});
      look();
    });
    return onItsWay.current;
  };
  // What the school has is shown again once nothing is on its way to it, or from it: what comes may have been asked for
  // before the last change.
  // biome-ignore lint/correctness/useExhaustiveDependencies: whenever other scripts have come
  useEffect(() => {
    if (going.current === 0 && !isLooking) setSorted({});
  }, [loaded, isLooking]);
  const arrange = (
    scriptId: string,
    put: readonly { readonly script: OnTable; readonly pages: readonly ScriptPage[] }[],
  ) => {
    setSorted((before) => ({ ...before, ...Object.fromEntries(put.map(({ script, pages }) => [script.id, pages])) }));
    change(scriptId, 'scripts.arrange', {
      scripts: put.map(({ script, pages }) => ({ id: script.id, before: script.pages, pages })),
    });
  };
  const setPages = (script: OnTable, pages: readonly ScriptPage[]) => arrange(script.id, [{ script, pages }]);
  const moveTo = (from: OnTable, at: number, to: OnTable) => {
    const page = from.pages[at];
    if (page)
      arrange(from.id, [
        { script: from, pages: from.pages.filter((_, i) => i !== at) },
        { script: to, pages: [...to.pages, page] },
      ]);
  };
  const known = scripts.filter(({ enrolmentId }) => enrolmentId !== null);
  const handIn = async () => {
    let count = 0;
    setSaid('');
    await onItsWay.current;
    // What was sorted and could not be kept is looked at first: it would be handed in as it was before.
    if (refused.current.size > 0) {
      refused.current.clear();
      return setSaid('Nothing was handed in: a change could not be kept. Look at the table once more.');
    }
    for (const [i, { id }] of known.entries()) {
      setHanding({ done: i, of: known.length });
      const done = await send(`/api/scripts/${id}`, {});
      setProblems((before) => ({ ...before, [id]: done.ok ? '' : done.problem.sentence }));
      if (done.ok) count += 1;
    }
    setHanding(null);
    setSaid(`${counted(count, 'script')} handed in.`);
    look();
  };
  const taken = new Set(scripts.map(({ enrolmentId }) => enrolmentId));
  const people = roll.map(({ enrolmentId, number, name }) => ({ value: enrolmentId, label: `${number} ${name}` }));
  return (
    <div className={styles.table}>
      <div className={styles.head}>
        <FileButton
          multiple
          accept={kinds}
          onChange={(files) => intake.add(files.map((file) => ({ file, target: { purpose: 'script', ...place } })))}
        >
          {(props) => (
            <Button {...props} disabled={!ready}>
              Load scans
            </Button>
          )}
        </FileButton>
        <Button variant="default" disabled={!ready || known.length === 0 || handing !== null} onClick={handIn}>
          Hand in {counted(known.length, 'script')}
        </Button>
        <p className={wordStyles.quiet}>
          PDFs or pictures. A file that has a learner’s name in its own, or their number on the roll, finds them by
          itself; a pile of many scripts is cut below.
        </p>
      </div>
      {percent !== null && <Progress value={percent} aria-label={`Loaded ${percent} %`} />}
      {handing && (
        <Progress value={(handing.done / handing.of) * 100} aria-label={`Handed in ${handing.done} of ${handing.of}`} />
      )}
      {intake.problem && (
        <p role="alert" className={wordStyles.problem}>
          {intake.problem}
        </p>
      )}
      <p role="status">{said}</p>
      {scripts.length === 0 && (
        <p className={wordStyles.empty}>
          Nothing lies on the table. Scan the scripts, each as a PDF of its own or all in one, and load them.
        </p>
      )}
      {scripts.map((script, n) => {
        const { id, name, pages, enrolmentId } = script;
        const others = scripts.filter((other) => other.id !== id);
        return (
          <section
            key={id}
            className={styles.script}
            aria-label={`Script ${name}`}
            data-known={enrolmentId !== null || undefined}
          >
            <div className={styles.whose}>
              <b>
                <bdi>{name}</bdi>
              </b>
              <span className={wordStyles.quiet}>
                {counted(pages.filter(({ out }) => !out).length, 'page')}
                {pages.some(({ out }) => out) && `, ${pages.filter(({ out }) => out).length} left out`}
              </span>
              <Select
                label={`Whose script ${n + 1} is`}
                placeholder="not known yet"
                searchable
                clearable
                data={people.filter(({ value }) => value === enrolmentId || !taken.has(value))}
                value={enrolmentId}
                onChange={(value) => change(id, 'scripts.assign', { scriptId: id, enrolmentId: value })}
              />
              {pages.length > 3 && enrolmentId === null && (
                <CutField onCut={(every) => change(id, 'scripts.cut', { scriptId: id, every })} />
              )}
              <Button size="compact-sm" variant="default" onClick={() => change(id, 'scripts.drop', { scriptId: id })}>
                Take off the table
              </Button>
              {problems[id] && (
                <p role="alert" className={wordStyles.problem}>
                  {problems[id]}
                </p>
              )}
            </div>
            <ol className={styles.pages}>
              {pages.map((page, at) => (
                <PageThumb
                  key={`${page.hash}/${page.page}`}
                  {...{ page, at }}
                  count={pages.length}
                  address={`/script/${id}/${page.hash}`}
                  others={others.map((other) => ({ id: other.id, name: other.name }))}
                  onChange={(part) =>
                    setPages(
                      script,
                      pages.map((own, i) => (i === at ? { ...own, ...part } : own)),
                    )
                  }
                  onMove={(by) => {
                    const next = [...pages];
                    next.splice(at, 1);
                    next.splice(at + by, 0, page);
                    setPages(script, next);
                  }}
                  onMoveTo={(otherId) => {
                    const other = others.find((one) => one.id === otherId);
                    if (other) moveTo(script, at, other);
                  }}
                />
              ))}
            </ol>
          </section>
        );
      })}
    </div>
  );
}

/** Cuts a pile of scripts that were scanned in one. */
function CutField({ onCut }: { onCut(every: number): void }) {
  const [every, setEvery] = useState(2);
  return (
    <div className={styles.cut}>
      <NumberInput
        label="Pages a script"
        min={1}
        max={100}
        value={every}
        onChange={(value) => setEvery(typeof value === 'number' ? value : 2)}
      />
      <Button size="compact-sm" variant="default" onClick={() => onCut(Math.max(1, every))}>
        Cut this pile
      </Button>
    </div>
  );
}
