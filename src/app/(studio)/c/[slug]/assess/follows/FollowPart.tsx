'use client';
import { ActionIcon, Button, Select, Switch } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { send } from '@/app/_client/act';
import { canonical } from '@/core/kernel/change';
import type { Result } from '@/core/kernel/problem';
import { counted } from '@/core/kernel/words';
import { type Follow, type FollowDeed, type FollowWhen, followDeeds, followWays } from '@/core/quiz';
import type { TriedFor } from '@/server/quiz';
import { NumberField } from '@/ui/fields/fields';
import wordStyles from '@/ui/plain/words.module.css';
import styles from '../assess.module.css';
import { DeedFields } from './DeedFields';
import type { Known } from './known';

const ways: { readonly [B in FollowWhen['by']]: string } = {
  passed: 'it is passed',
  failed: 'it is not passed',
  band: 'it comes to so many percent',
  attempt: 'it is not passed at an attempt',
  category: 'a category comes to too little',
};
const deeds: { readonly [D in FollowDeed['do']]: string } = {
  message: 'a message to the learner',
  session: 'a session is offered',
  tag: 'a tag for the learner',
  open: 'a lesson or section opens',
  enrol: 'enrolled in a course',
  staff: 'the people who give the course are told',
};

type Props = {
  readonly name: string;
  readonly follow: Follow;
  /** All of it, in one sentence. */
  readonly sentence: string;
  readonly known: Known;
  /** Where it is tried. */
  readonly address: string;
  readonly onSave: (follow: Follow) => Result<unknown>;
  readonly onRemove: () => void;
};

/** One condition with what is done: written, tried on the sittings there have been, and switched on. */
export function FollowPart({ name, follow, sentence, known, address, onSave, onRemove }: Props) {
  const [tried, setTried] = useState<{ readonly by: string; readonly found: readonly TriedFor[] } | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { when } = follow;
  const by = canonical(when);
  const begin: { readonly [B in FollowWhen['by']]: FollowWhen } = {
    passed: { by: 'passed' },
    failed: { by: 'failed' },
    band: { by: 'band', from: 0, to: 50 },
    attempt: { by: 'attempt', number: 2 },
    category: { by: 'category', category: known.categories[0] ?? '', below: 50 },
  };
  const session = known.sections.flatMap(({ lessons }) => lessons).find(({ isLive }) => isLive);
  const beginDeed: { readonly [D in FollowDeed['do']]: FollowDeed } = {
    message: { do: 'message', text: '' },
    session: { do: 'session', lessonId: session?.id ?? '', text: '' },
    tag: { do: 'tag', tag: '' },
    open: { do: 'open', of: known.sections[0]?.id ?? '' },
    enrol: { do: 'enrol', courseId: known.courses[0]?.id ?? '', cohortId: null },
    staff: { do: 'staff', text: '' },
  };
  const isOffered = { session: session !== undefined, enrol: known.courses.length > 0 };
  const offered = followDeeds.filter((one) => (one === 'session' || one === 'enrol' ? isOffered[one] : true));
  const attempt = async () => {
    setBusy(true);
    const told = await send<readonly TriedFor[]>(address, when);
    setBusy(false);
    setProblem(told.ok ? null : told.problem.sentence);
    if (told.ok) setTried({ by, found: told.value });
  };
  const isTried = tried?.by === by;
  return (
    <section className={styles.question} aria-label={name}>
      <header className={styles.questionHead}>
        <Switch
          label={follow.on ? 'On' : 'Off'}
          checked={follow.on}
          aria-label={`${name} is switched on`}
          onChange={(event) => onSave({ ...follow, on: event.currentTarget.checked })}
        />
        <b dir="auto">{sentence}</b>
        <span className={wordStyles.spring} />
        <ActionIcon variant="subtle" color="gray" aria-label={`Remove ${name.toLowerCase()}`} onClick={onRemove}>
          <IconTrash size={17} stroke={1.75} />
        </ActionIcon>
      </header>
      <div className={styles.three}>
        <Select
          label="When"
          allowDeselect={false}
          value={when.by}
          data={followWays
            .filter((one) => one !== 'category' || known.categories.length > 0 || when.by === 'category')
            .map((one) => ({ value: one, label: ways[one] }))}
          onChange={(chosen) => chosen && onSave({ ...follow, when: begin[chosen as FollowWhen['by']] })}
        />
        <WhenFields when={when} categories={known.categories} onSave={(next) => onSave({ ...follow, when: next })} />
      </div>
      {!known.hasPassMark && when.by !== 'band' && when.by !== 'category' && (
        <p className={wordStyles.look}>The quiz has no pass mark: every sitting passes.</p>
      )}
      {follow.deeds.map((deed, i) => (
        <DeedFields
          // biome-ignore lint/suspicious/noArrayIndexKey: what is done has no name but its place
          key={i}
          name={`${i + 1}`}
          title={deeds[deed.do]}
          deed={deed}
          known={known}
          onSave={(next) => onSave({ ...follow, deeds: follow.deeds.with(i, next) })}
          onRemove={() => onSave({ ...follow, deeds: follow.deeds.toSpliced(i, 1) })}
        />
      ))}
      <div className={styles.mediaWays}>
        <Select
          aria-label={`${name}: add what is done`}
          placeholder="Add what is done"
          value={null}
          data={offered.map((one) => ({ value: one, label: deeds[one] }))}
          onChange={(chosen) =>
            chosen && onSave({ ...follow, deeds: [...follow.deeds, beginDeed[chosen as FollowDeed['do']]] })
          }
        />
        <Button variant="default" loading={busy} onClick={attempt}>
          Try it on the sittings so far
        </Button>
      </div>
      {problem && (
        <p role="alert" className={wordStyles.problem}>
          {problem}
        </p>
      )}
      {isTried && (
        <div role="status">
          <p>
            {tried.found.length === 0
              ? 'It would have held for nobody.'
              : `It would have held for ${counted(tried.found.length, 'learner')}; nothing was done:`}
          </p>
          <ul className={styles.tryList}>
            {tried.found.slice(0, 100).map(({ name: learner, number }) => (
              <li key={`${learner} ${number}`}>
                <bdi>{learner}</bdi> <span className={wordStyles.quiet}>sitting {number}</span>
              </li>
            ))}
          </ul>
          {tried.found.length > 100 && <p className={wordStyles.quiet}>and {tried.found.length - 100} more</p>}
        </div>
      )}
    </section>
  );
}

type WhenProps = {
  readonly when: FollowWhen;
  readonly categories: readonly string[];
  readonly onSave: (when: FollowWhen) => Result<unknown>;
};

/** What a condition asks beside what it is. */
function WhenFields({ when, categories, onSave }: WhenProps) {
  if (when.by === 'band')
    return (
      <>
        <NumberField label="From" unit="%" value={when.from} onSave={(from) => onSave({ ...when, from: from ?? 0 })} />
        <NumberField label="below" unit="%" value={when.to} onSave={(to) => onSave({ ...when, to: to ?? 100 })} />
      </>
    );
  if (when.by === 'attempt')
    return (
      <NumberField
        label="Which attempt"
        value={when.number}
        onSave={(number) => onSave({ ...when, number: number ?? 1 })}
      />
    );
  if (when.by !== 'category') return null;
  return (
    <>
      <Select
        label="Category"
        allowDeselect={false}
        value={when.category}
        data={[...new Set([...categories, when.category])].map((one) => ({ value: one, label: one || 'without one' }))}
        onChange={(category) => category !== null && onSave({ ...when, category })}
      />
      <NumberField
        label="less than"
        unit="%"
        value={when.below}
        onSave={(below) => onSave({ ...when, below: below ?? 0 })}
      />
    </>
  );
}
