'use client';
import { Button, CloseButton } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { ok, type Result } from '@/core/kernel/problem';
import type { Lesson } from '@/core/outline';
import { type OpeningRule, type SingleRule, singleRules } from '@/core/release';
import styles from './inspector.module.css';
import { RuleField } from './RuleField';

type Props = {
  readonly value: OpeningRule | null;
  /** What no rule of its own means, for example "with its section". */
  readonly inherits: string;
  readonly zone: string;
  readonly before: readonly Lesson[];
  readonly of: (lesson: Lesson) => boolean;
  readonly onSave: (rule: OpeningRule | null) => Result<unknown>;
};

const kinds = ['start', 'after-start', 'on-date', 'after-done', 'after-passed', 'by-hand'] as const;
const most = 6;

const joined = (rules: readonly SingleRule[]): OpeningRule | null =>
  rules.length > 1 ? { when: 'all', rules } : (rules[0] ?? null);

/** When a section or lesson opens: by one rule, or by several that all have to come true. */
export function OpeningField({ value, inherits, onSave, ...given }: Props) {
  const rules = value === null ? [] : singleRules(value);
  const change = (at: number, rule: SingleRule | null) =>
    onSave(joined(rules.flatMap((one, i) => (i === at ? (rule ?? []) : one))));
  const another = (): Result<unknown> => {
    // What there is none of yet, and says something at once.
    const nearest = given.before.at(-1);
    const rule: SingleRule =
      nearest && !rules.some(({ when }) => when === 'after-done')
        ? { when: 'after-done', lessons: [nearest.id], amount: 0, unit: 'days', at: null }
        : { when: 'after-start', amount: 7, unit: 'days', at: '09:00' };
    return rules.length < most ? onSave(joined([...rules, rule])) : ok(null);
  };
  const [first] = rules;
  return (
    <div className={styles.group}>
      {rules.length < 2 ? (
        <RuleField {...given} label="Opens" kinds={kinds} value={first ?? null} inherits={inherits} onSave={onSave} />
      ) : (
        rules.map((rule, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rules have no id, and their order does not change here
          <div key={i} className={styles.joined}>
            <RuleField
              {...given}
              label={i === 0 ? 'Opens' : 'and'}
              kinds={kinds}
              value={rule}
              onSave={(changed) => change(i, changed)}
            />
            <CloseButton aria-label={`Take rule ${i + 1} away`} onClick={() => change(i, null)} />
          </div>
        ))
      )}
      {first && rules.length < most && (
        <Button variant="subtle" size="compact-sm" leftSection={<IconPlus size={14} />} onClick={another}>
          And also, all of them
        </Button>
      )}
    </div>
  );
}
