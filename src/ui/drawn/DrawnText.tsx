import { inkText, type OnText, stretches } from '@/core/marking';
import styles from './text.module.css';

type Props = {
  readonly text: string;
  readonly drawn: readonly OnText[];
  readonly selected?: readonly string[];
  onSelect?(id: string): void;
};

/** A text with what is drawn on it. Each stretch says where it begins, so that what is selected can be told. */
export function DrawnText({ text, drawn, selected = [], onSelect }: Props) {
  const numbers = new Map(drawn.map(({ id }, i) => [id, i + 1]));
  return stretches(text, drawn).map(({ from, words, on, ending }) => (
    <span key={from}>
      <span
        data-from={from}
        className={styles.stretch}
        {...Object.fromEntries(on.map(({ sort }) => [`data-${sort}`, '']))}
        data-selected={on.some(({ id }) => selected.includes(id)) || undefined}
        style={on.length > 0 ? ({ '--drawn': inkText(on.at(-1)?.ink ?? 'ink') } as React.CSSProperties) : undefined}
      >
        {words}
      </span>
      {ending.map((one) => (
        <button
          key={one.id}
          type="button"
          contentEditable={false}
          className={styles.sign}
          data-sort={one.sort}
          data-selected={selected.includes(one.id) || undefined}
          style={{ '--drawn': inkText(one.ink) } as React.CSSProperties}
          aria-label={`${signTitles[one.sort]} ${numbers.get(one.id)}${one.words ? `: ${one.words}` : ''}`}
          title={one.words || signTitles[one.sort]}
          disabled={!onSelect}
          onClick={() => onSelect?.(one.id)}
        >
          {signOf(one)}
          {one.words && <sup>{numbers.get(one.id)}</sup>}
        </button>
      ))}
    </span>
  ));
}

const signTitles: { readonly [S in OnText['sort']]: string } = {
  highlight: 'Highlight',
  line: 'Underlined',
  cross: 'Crossed out',
  rectangle: 'Framed',
  ellipse: 'Ringed',
  tick: 'Tick',
  note: 'Note',
  text: 'Text',
  stamp: 'Stamp',
};
function signOf({ sort, words }: OnText): string {
  if (sort === 'tick') return '✓';
  if (sort === 'cross') return '✗';
  if (sort === 'text' || sort === 'stamp') return words;
  return sort === 'note' ? '¶' : '·';
}
