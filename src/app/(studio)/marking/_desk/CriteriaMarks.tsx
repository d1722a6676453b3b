import { Button, Checkbox, Radio, Textarea, TextInput } from '@mantine/core';
import { type Criterion, type CriterionMark, type CriterionOf, criterionFull, criterionGiven } from '@/core/assignment';
import { pointsText } from '@/core/kernel/exact';
import type { Problem } from '@/core/kernel/problem';
import type { PartHolder } from '@/core/marking';
import { useReady } from '@/ui/plain/useReady';
import wordStyles from '@/ui/plain/words.module.css';
import styles from '../marking.module.css';
import { Folded } from './Folded';

/** What is said by a criterion, with its points as they are typed. */
export type TypedMark = { readonly points: string; readonly chosen: readonly string[] | null; readonly remark: string };
export const nothingTyped: TypedMark = { points: '', chosen: null, remark: '' };

type FieldProps<C> = {
  readonly criterion: C;
  readonly typed: TypedMark;
  readonly onChange: (part: Partial<TypedMark>) => void;
};

function PointsField({ criterion, typed, onChange }: FieldProps<CriterionOf<'points'>>) {
  const { title, most, step } = criterion;
  return (
    <TextInput
      readOnly={!useReady()}
      aria-label={`Points of ${pointsText(most)}: ${title}`}
      placeholder={`points${step > 0 ? `, in steps of ${pointsText(step)}` : ''}`}
      inputMode="decimal"
      value={typed.points}
      onChange={(event) => onChange({ points: event.currentTarget.value })}
    />
  );
}

function LevelsField({ criterion, typed, onChange }: FieldProps<CriterionOf<'levels'>>) {
  return (
    <Radio.Group
      aria-label={criterion.title}
      value={typed.chosen?.[0] ?? ''}
      onChange={(id) => onChange({ chosen: [id] })}
    >
      {criterion.parts.map(({ id, text, points }) => (
        <Radio key={id} value={id} className={styles.part ?? ''} label={`${text} · ${pointsText(points)}`} />
      ))}
    </Radio.Group>
  );
}

/** Things that are ticked; that none of them is there is said, too, for it is something else than not having looked. */
function TickedField({
  criterion: { parts },
  typed,
  onChange,
  sign,
  none,
}: FieldProps<CriterionOf<'checks'> | CriterionOf<'deductions'>> & { readonly sign: string; readonly none: string }) {
  const { chosen } = typed;
  const tick = (id: string, on: boolean) =>
    onChange({ chosen: on ? [...(chosen ?? []), id] : (chosen ?? []).filter((one) => one !== id) });
  return (
    <div>
      {parts.map(({ id, text, points }) => (
        <Checkbox
          key={id}
          className={styles.part ?? ''}
          label={`${text} · ${sign}${pointsText(points)}`}
          checked={chosen?.includes(id) ?? false}
          onChange={(event) => tick(id, event.currentTarget.checked)}
        />
      ))}
      {chosen === null && (
        <Button size="compact-sm" variant="default" onClick={() => onChange({ chosen: [] })}>
          {none}
        </Button>
      )}
    </div>
  );
}

const fields: { readonly [B in Criterion['by']]: (props: FieldProps<CriterionOf<B>>) => React.ReactNode } = {
  points: PointsField,
  levels: LevelsField,
  checks: (props) => <TickedField {...props} sign="" none="None of it is there" />,
  deductions: (props) => <TickedField {...props} sign="−" none="Nothing to take away" />,
};

type Props = {
  readonly criteria: readonly Criterion[];
  readonly typed: { readonly [id: string]: TypedMark };
  /** What they come to so far, by criterion. */
  readonly marks: readonly CriterionMark[];
  readonly problem: Problem | null;
  /** Those that are with other markers. */
  readonly others: readonly PartHolder[];
  readonly onChange: (id: string, part: Partial<TypedMark>) => void;
  /** Somebody has come to a criterion. */
  readonly onEnter: (id: string) => void;
};

/** The criteria of an assignment, each with its way to give points, its guide and a remark. */
export function CriteriaMarks({ criteria, typed, marks, problem, others, onChange, onEnter }: Props) {
  const ready = useReady();
  return criteria.map((criterion) => {
    const { id, title, guide } = criterion;
    const own = typed[id] ?? nothingTyped;
    const holder = others.find(({ partId }) => partId === id);
    const Field = fields[criterion.by] as (props: FieldProps<Criterion>) => React.ReactNode;
    const given = criterionGiven(
      criterion,
      marks.find(({ criterionId }) => criterionId === id),
    );
    return (
      <fieldset
        key={id}
        className={styles.markOf}
        data-open={given === null || undefined}
        disabled={holder !== undefined}
        onFocus={() => onEnter(id)}
      >
        <legend>
          <bdi>{title}</bdi>{' '}
          <span className={styles.quiet}>
            {given === null ? 'not yet' : pointsText(given)} of {pointsText(criterionFull(criterion))}
            {holder && (
              <>
                {' · with '}
                <bdi>{holder.name}</bdi>
              </>
            )}
          </span>
        </legend>
        <Field criterion={criterion} typed={own} onChange={(part) => onChange(id, part)} />
        {problem?.field === id && (
          <p role="alert" className={wordStyles.problem}>
            {problem.sentence}
          </p>
        )}
        <Textarea
          readOnly={!ready}
          aria-label={`Remark on ${title}`}
          placeholder="a remark to the learner"
          autosize
          minRows={1}
          maxRows={8}
          value={own.remark}
          onChange={(event) => onChange(id, { remark: event.currentTarget.value })}
        />
        <Folded summary="What to look for" text={guide} />
      </fieldset>
    );
  });
}
