import { ActionIcon, Button, NumberInput, Select, Switch, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import {
  type Band,
  type GradeCategory,
  type GradeScheme,
  type KeepRule,
  type Rounding,
  roundingWays,
  scaleFault,
  scalesToBeginWith,
} from '@/core/gradebook';
import { newId } from '@/ui/ids';
import styles from './grades.module.css';
import type { GradeItemShown, Rules } from './items';

type Props = {
  readonly rules: Rules;
  readonly lessons: readonly GradeItemShown[];
  onChange(part: Partial<Rules>): void;
};

const keepNames: { readonly [K in KeepRule['by']]: string } = {
  all: 'all count',
  'drop-lowest': 'without the lowest',
  'keep-best': 'the best alone',
};
const wayNames: { readonly [W in Rounding['way']]: string } = {
  'half-up': 'a half goes up',
  'half-even': 'a half goes to the even one',
  down: 'always down',
  up: 'always up',
};
const whole = (value: number | string, otherwise: number) =>
  typeof value === 'number' ? Math.round(value) : otherwise;

/** The rules a grade comes about by; whatever is changed here is on trial until it is done. */
export function SchemeFields({ rules, lessons, onChange }: Props) {
  const { scheme, missing } = rules;
  const set = (part: Partial<GradeScheme>) => onChange({ scheme: { ...scheme, ...part } });
  const setCategory = (id: string, part: Partial<GradeCategory>) =>
    set({ categories: scheme.categories.map((one) => (one.id === id ? { ...one, ...part } : one)) });
  const place = (itemId: string, part: Partial<GradeScheme['placed'][string]>) =>
    set({
      placed: { ...scheme.placed, [itemId]: { categoryId: null, extra: false, ...scheme.placed[itemId], ...part } },
    });
  const remove = (id: string) =>
    set({
      categories: scheme.categories.filter((one) => one.id !== id),
      placed: Object.fromEntries(
        Object.entries(scheme.placed).map(([itemId, own]) => [
          itemId,
          own.categoryId === id ? { ...own, categoryId: null } : own,
        ]),
      ),
    });
  const items = [...lessons, ...scheme.own];
  return (
    <div className={styles.scheme}>
      <h3>Categories</h3>
      {scheme.categories.map((category, i) => (
        <fieldset key={category.id} className={styles.category}>
          <legend className="visually-hidden">Category {i + 1}</legend>
          <TextInput
            label={`Category ${i + 1}`}
            value={category.title}
            maxLength={120}
            onChange={(event) => setCategory(category.id, { title: event.currentTarget.value })}
          />
          <NumberInput
            label="Weight"
            placeholder="that of its items"
            min={0}
            value={category.weight ?? ''}
            onChange={(value) =>
              setCategory(category.id, { weight: typeof value === 'number' ? Math.round(value) : null })
            }
          />
          <Select
            label="Of its results"
            allowDeselect={false}
            data={Object.entries(keepNames).map(([value, label]) => ({ value, label }))}
            value={category.keeps.by}
            onChange={(by) =>
              setCategory(category.id, {
                keeps: by === 'all' ? { by: 'all' } : { by: by as 'drop-lowest' | 'keep-best', count: 1 },
              })
            }
          />
          {category.keeps.by !== 'all' && (
            <NumberInput
              label="How many"
              min={1}
              max={100}
              value={category.keeps.count}
              onChange={(value) =>
                category.keeps.by !== 'all' &&
                setCategory(category.id, { keeps: { by: category.keeps.by, count: Math.max(1, whole(value, 1)) } })
              }
            />
          )}
          <ActionIcon variant="subtle" aria-label={`Remove category ${i + 1}`} onClick={() => remove(category.id)}>
            <IconTrash size={16} />
          </ActionIcon>
        </fieldset>
      ))}
      <Button
        size="compact-sm"
        variant="default"
        onClick={() =>
          set({
            categories: [
              ...scheme.categories,
              { id: newId(), title: `Category ${scheme.categories.length + 1}`, weight: null, keeps: { by: 'all' } },
            ],
          })
        }
      >
        Add a category
      </Button>
      <h3>Items</h3>
      {items.map((item) => (
        <div key={item.id} className={styles.placed}>
          <Select
            label={item.title}
            size="xs"
            allowDeselect={false}
            data={[
              { value: '', label: 'stands alone' },
              ...scheme.categories.map(({ id, title }) => ({ value: id, label: title || 'without a name' })),
            ]}
            value={scheme.placed[item.id]?.categoryId ?? ''}
            onChange={(value) => place(item.id, { categoryId: value || null })}
          />
          <Switch
            size="xs"
            label="extra"
            checked={scheme.placed[item.id]?.extra ?? false}
            onChange={(event) => place(item.id, { extra: event.currentTarget.checked })}
          />
        </div>
      ))}
      <h3>Columns of the gradebook’s own</h3>
      {scheme.own.map((own, i) => {
        const put = (part: Partial<typeof own>) =>
          set({ own: scheme.own.map((one) => (one.id === own.id ? { ...one, ...part } : one)) });
        return (
          <div key={own.id} className={styles.category}>
            <TextInput
              label={`Column ${i + 1}`}
              value={own.title}
              maxLength={120}
              onChange={(event) => put({ title: event.currentTarget.value })}
            />
            <NumberInput
              label="Points"
              min={0.001}
              value={own.of / 1000}
              onChange={(value) => typeof value === 'number' && value > 0 && put({ of: Math.round(value * 1000) })}
            />
            <NumberInput
              label="Weight"
              min={0}
              value={own.weight}
              onChange={(value) => put({ weight: Math.max(0, whole(value, 0)) })}
            />
            <ActionIcon
              variant="subtle"
              aria-label={`Remove column ${i + 1}`}
              onClick={() => set({ own: scheme.own.filter(({ id }) => id !== own.id) })}
            >
              <IconTrash size={16} />
            </ActionIcon>
          </div>
        );
      })}
      <Button
        size="compact-sm"
        variant="default"
        onClick={() => set({ own: [...scheme.own, { id: newId(), title: 'Taking part', weight: 10, of: 10_000 }] })}
      >
        Add a column
      </Button>
      <h3>What is due and not there</h3>
      <Select
        aria-label="What is due and not there"
        allowDeselect={false}
        data={[
          { value: 'left-out', label: 'is left out' },
          { value: 'zero', label: 'counts as 0' },
        ]}
        value={missing}
        onChange={(value) => value && onChange({ missing: value as Rules['missing'] })}
      />
      <ScaleFields scheme={scheme} onChange={set} />
    </div>
  );
}

function ScaleFields({
  scheme: { scale, rounding },
  onChange,
}: {
  readonly scheme: GradeScheme;
  onChange(part: Partial<GradeScheme>): void;
}) {
  const setBand = (at: number, part: Partial<Band>) =>
    scale.by === 'bands' &&
    onChange({ scale: { by: 'bands', bands: scale.bands.map((band, i) => (i === at ? { ...band, ...part } : band)) } });
  const fault = scale.by === 'bands' ? scaleFault(scale.bands) : null;
  const named = (title: string | null) => scalesToBeginWith.find((one) => one.title === title);
  return (
    <>
      <h3>Scale</h3>
      <Select
        aria-label="Scale"
        allowDeselect={false}
        data={[
          { value: 'percent', label: 'percent' },
          ...(scale.by === 'bands' ? [{ value: 'bands', label: 'bands of our own' }] : []),
          ...scalesToBeginWith.map(({ title }) => ({ value: title, label: title.toLowerCase() })),
        ]}
        value={scale.by}
        onChange={(value) => {
          const begin = named(value);
          if (value === 'percent') onChange({ scale: { by: 'percent' } });
          else if (begin) onChange({ scale: { by: 'bands', bands: begin.bands } });
        }}
      />
      {scale.by === 'bands' &&
        scale.bands.map((band, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a band is its place
          <div key={i} className={styles.band}>
            <TextInput
              aria-label={`Band ${i + 1}`}
              value={band.name}
              maxLength={120}
              onChange={(event) => setBand(i, { name: event.currentTarget.value })}
            />
            <NumberInput
              aria-label={`Band ${i + 1} from, percent`}
              min={0}
              max={1000}
              decimalScale={2}
              suffix=" %"
              value={band.from / 100}
              onChange={(value) => typeof value === 'number' && setBand(i, { from: Math.round(value * 100) })}
            />
            <Switch
              size="xs"
              label="passes"
              checked={band.passes}
              onChange={(event) => setBand(i, { passes: event.currentTarget.checked })}
            />
            <ActionIcon
              variant="subtle"
              aria-label={`Remove band ${i + 1}`}
              disabled={scale.bands.length <= 2}
              onClick={() => onChange({ scale: { by: 'bands', bands: scale.bands.filter((_, at) => at !== i) } })}
            >
              <IconTrash size={16} />
            </ActionIcon>
          </div>
        ))}
      {scale.by === 'bands' && (
        <Button
          size="compact-sm"
          variant="default"
          onClick={() =>
            onChange({
              scale: { by: 'bands', bands: [{ name: 'new', from: 10_000, passes: true }, ...scale.bands] },
            })
          }
        >
          Add a band
        </Button>
      )}
      {fault && (
        <p role="alert" className={styles.problem}>
          {fault}
        </p>
      )}
      <h3>Rounding</h3>
      <div className={styles.placed}>
        <Select
          label="Decimals"
          size="xs"
          allowDeselect={false}
          data={['0', '1', '2']}
          value={String(rounding.decimals)}
          onChange={(value) => onChange({ rounding: { ...rounding, decimals: Number(value) as 0 | 1 | 2 } })}
        />
        <Select
          label="How"
          size="xs"
          allowDeselect={false}
          data={roundingWays.map((value) => ({ value, label: wayNames[value] }))}
          value={rounding.way}
          onChange={(value) => value && onChange({ rounding: { ...rounding, way: value as Rounding['way'] } })}
        />
      </div>
      <Switch
        size="xs"
        label="Borders are compared with what is rounded"
        checked={rounding.before}
        onChange={(event) => onChange({ rounding: { ...rounding, before: event.currentTarget.checked } })}
      />
    </>
  );
}
