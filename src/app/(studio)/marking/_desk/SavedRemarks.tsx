import { ActionIcon, Button, Kbd, NumberInput, Popover, TextInput } from '@mantine/core';
import { IconStack2, IconTrash } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { act } from '@/app/_client/act';
import { bare } from '@/core/kernel/bare';
import { pointsText } from '@/core/kernel/exact';
import type { SavedRemark } from '@/server/assignment';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import styles from '../marking.module.css';

type Props = {
  readonly place: { readonly courseId: string; readonly lessonId: string };
  readonly saved: readonly SavedRemark[];
  /** Where what is chosen goes: a criterion with what its remark says now; null for the whole. */
  readonly into: { readonly criterionId: string | null; readonly title: string; readonly words: string };
  onUse(remark: SavedRemark): void;
};

/** Words for points that are given or taken: `+2`, `−1`. */
const signed = (points: number) => `${points < 0 ? '−' : '+'}${pointsText(Math.abs(points))}`;

/**
 * Remarks that are used again and again, found by typing. `/` opens them from anywhere but a field; what is chosen goes
 * to the criterion somebody was at last.
 */
export function SavedRemarks({ place, saved, into, onUse }: Props) {
  const [opened, setOpened] = useState(false);
  const [find, setFind] = useState('');
  const [at, setAt] = useState(0);
  const [list, setList] = useState(saved);
  const [points, setPoints] = useState<number | string>('');
  const [problem, setProblem] = useState<string | null>(null);
  /** What is being kept: what is used of it is told after it. */
  const keeping = useRef<Promise<unknown>>(Promise.resolve());
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isField = event.target instanceof HTMLElement && /^(input|textarea|select)$/i.test(event.target.tagName);
      if (event.key !== '/' || isField || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      setOpened(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const words = bare(find).split(/\s+/).filter(Boolean);
  // What belongs to the criterion stands first, and what belongs to another is not offered.
  const found = list
    .filter(({ criterionId }) => criterionId === null || criterionId === into.criterionId)
    .filter((one) => words.every((word) => bare(one.words).includes(word)))
    .toSorted((a, b) => Number(b.criterionId !== null) - Number(a.criterionId !== null));
  const take = (remark: SavedRemark | undefined) => {
    // What is closing takes no more keys.
    if (!remark || !opened) return;
    onUse(remark);
    setOpened(false);
    setFind('');
    keeping.current.then(() => act('marking.use-remark', { ...place, id: remark.id }));
  };
  const keep = async () => {
    const remark = {
      ...{ id: newId(), criterionId: into.criterionId, words: into.words.trim() },
      points: typeof points === 'number' ? Math.round(points * 1000) : null,
    };
    const isLike = (one: SavedRemark) =>
      one.words === remark.words && one.points === remark.points && one.criterionId === remark.criterionId;
    if (list.some(isLike)) return;
    // There at once, for who goes on typing; it goes again where it is refused.
    setList((now) => [remark, ...now]);
    const saving = act('marking.save-remark', { ...place, ...remark });
    keeping.current = Promise.all([keeping.current, saving]);
    const kept = await saving;
    setProblem(kept.ok ? null : kept.problem.sentence);
    // What has been typed meanwhile is for the next one.
    if (kept.ok) setPoints((now) => (now === points ? '' : now));
    else setList((now) => now.filter(({ id }) => id !== remark.id));
  };
  const drop = async (id: string) => {
    const gone = await act('marking.drop-remark', { ...place, id });
    if (gone.ok) setList((now) => now.filter((one) => one.id !== id));
    else setProblem(gone.problem.sentence);
  };
  return (
    <Popover opened={opened} onChange={setOpened} position="bottom-start" width={370} trapFocus returnFocus>
      <Popover.Target>
        <Button
          variant="subtle"
          size="compact-sm"
          leftSection={<IconStack2 size={16} />}
          rightSection={<Kbd size="xs">/</Kbd>}
          onClick={() => setOpened(!opened)}
        >
          Saved remarks
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <TextInput
          label={`Saved remarks, for ${into.title}`}
          placeholder="type to find one"
          data-autofocus
          value={find}
          onChange={(event) => {
            setFind(event.currentTarget.value);
            setAt(0);
          }}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
            else if (event.key === 'ArrowUp') setAt(Math.max(0, at - 1));
            else if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey) take(found[at]);
            else return;
            event.preventDefault();
          }}
        />
        <ul className={styles.saved}>
          {found.slice(0, 30).map((remark, i) => (
            <li key={remark.id} data-here={i === at || undefined}>
              <button type="button" onClick={() => take(remark)}>
                <bdi>{remark.words}</bdi>
                {remark.points !== null && <b> {signed(remark.points)}</b>}
              </button>
              <ActionIcon variant="subtle" aria-label={`Forget ${remark.words}`} onClick={() => drop(remark.id)}>
                <IconTrash size={14} />
              </ActionIcon>
            </li>
          ))}
        </ul>
        {found.length === 0 && <p className={styles.quiet}>Nothing is kept like that.</p>}
        {into.words.trim() !== '' && (
          <div className={styles.keep}>
            <NumberInput
              label={`Keep “${into.words.trim().slice(0, 30)}”, with points`}
              placeholder="none"
              decimalScale={3}
              value={points}
              onChange={setPoints}
            />
            <Button size="compact-sm" variant="default" onClick={keep}>
              Keep
            </Button>
          </div>
        )}
        {problem && (
          <p role="alert" className={wordStyles.problem}>
            {problem}
          </p>
        )}
      </Popover.Dropdown>
    </Popover>
  );
}
