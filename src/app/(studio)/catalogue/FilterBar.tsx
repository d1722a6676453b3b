'use client';
import { ActionIcon, Button, SegmentedControl, Select, TextInput } from '@mantine/core';
import { IconFilter, IconX } from '@tabler/icons-react';
import {
  type CatalogueTable,
  type Condition,
  catalogueColumns,
  columnOf,
  type Filter,
  needsWords,
  operatorNames,
  operatorsFor,
} from '@/core/exchange';
import styles from './catalogue.module.css';

/** Conditions over any column, all or any of which have to hold. */
export function FilterBar({
  table,
  filter,
  onChange,
}: {
  readonly table: CatalogueTable;
  readonly filter: Filter;
  readonly onChange: (filter: Filter) => void;
}) {
  const { conditions, join } = filter;
  const set = (i: number, part: Partial<Condition>) =>
    onChange({ ...filter, conditions: conditions.map((one, at) => (at === i ? { ...one, ...part } : one)) });
  const add = () =>
    onChange({ ...filter, conditions: [...conditions, { column: 'title', operator: 'contains', words: '' }] });
  return (
    <section className={styles.filter} aria-label="Filter">
      {conditions.map((condition, i) => {
        const choices =
          columnOf(table, condition.column)?.choices ??
          (columnOf(table, condition.column)?.type === 'yes-no' ? ['yes', 'no'] : null);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: conditions have no names of their own
          <div key={i} className={styles.condition}>
            <Select
              size="xs"
              w={150}
              aria-label="Column"
              value={condition.column}
              data={catalogueColumns[table].map((column) => ({ value: column.key, label: column.name }))}
              allowDeselect={false}
              searchable
              onChange={(column) =>
                column && set(i, { column, operator: operatorsFor(table, column)[0] ?? 'is', words: '' })
              }
            />
            <Select
              size="xs"
              w={140}
              aria-label="Question"
              value={condition.operator}
              data={operatorsFor(table, condition.column).map((operator) => ({
                value: operator,
                label: operatorNames[operator],
              }))}
              allowDeselect={false}
              onChange={(operator) => operator && set(i, { operator: operator as Condition['operator'] })}
            />
            {needsWords(condition.operator) &&
              (choices ? (
                <Select
                  size="xs"
                  w={130}
                  aria-label="Value"
                  value={condition.words || null}
                  data={[...choices]}
                  placeholder="choose"
                  onChange={(words) => set(i, { words: words ?? '' })}
                />
              ) : (
                <TextInput
                  size="xs"
                  w={150}
                  aria-label="Value"
                  value={condition.words}
                  onChange={(event) => set(i, { words: event.currentTarget.value })}
                />
              ))}
            <ActionIcon
              variant="subtle"
              color="gray"
              size="sm"
              aria-label="Take this condition away"
              onClick={() => onChange({ ...filter, conditions: conditions.filter((_, at) => at !== i) })}
            >
              <IconX size={14} />
            </ActionIcon>
          </div>
        );
      })}
      <Button size="compact-sm" variant="default" leftSection={<IconFilter size={14} stroke={1.75} />} onClick={add}>
        {conditions.length === 0 ? 'Filter' : 'Another condition'}
      </Button>
      {conditions.length > 1 && (
        <SegmentedControl
          size="xs"
          aria-label="How many have to hold"
          value={join}
          onChange={(value) => onChange({ ...filter, join: value as Filter['join'] })}
          data={[
            { value: 'and', label: 'all hold' },
            { value: 'or', label: 'any holds' },
          ]}
        />
      )}
    </section>
  );
}
