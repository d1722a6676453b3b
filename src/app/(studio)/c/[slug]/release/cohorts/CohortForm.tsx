'use client';
import { Button, NumberInput, Select, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { act } from '@/app/_client/act';
import { useDeed } from '@/app/_client/use-deed';
import type { Cohort } from '@/core/enrolment';
import type { Problem } from '@/core/kernel/problem';
import { DayField } from '@/ui/fields/DayField';
import { useReady } from '@/ui/plain/useReady';
import wordStyles from '@/ui/plain/words.module.css';
import { useCourse } from '../../_course/CourseProvider';
import inspector from '../../_inspector/inspector.module.css';
import { Breaks } from '../rhythm/RhythmForm';

const zones = Intl.supportedValuesOf('timeZone');
type Fields = Pick<Cohort, 'name' | 'startsOn' | 'endsOn' | 'zone' | 'seats' | 'breaks'>;

type Props = {
  /** Null for a new one. */
  readonly cohort: Cohort | null;
  readonly taken: number;
  readonly onMade: (id: string) => void;
  readonly onCopy: () => void;
};

const fieldsOf = ({ name, startsOn, endsOn, zone, seats, breaks }: Cohort): Fields => ({
  ...{ name, startsOn, endsOn, zone, seats, breaks },
});

/** The dates, zone, seats and breaks of a cohort. */
export function CohortForm({ cohort, taken, onMade, onCopy }: Props) {
  const course = useCourse();
  const router = useRouter();
  const ready = useReady();
  const deed = useDeed();
  const blank: Fields = { name: '', startsOn: '', endsOn: null, zone: course.zone, seats: null, breaks: [] };
  const [fields, setFields] = useState<Fields>(cohort ? fieldsOf(cohort) : blank);
  const [problem, setProblem] = useState<Problem | null>(null);
  const change = (part: Partial<Fields>) => setFields({ ...fields, ...part });
  const faultAt = (field: string) => (problem?.field === field ? problem.sentence : null);
  const isElsewhere = problem && !['name', 'startsOn', 'endsOn', 'seats'].includes(problem.field ?? '');
  const save = async (event: FormEvent) => {
    event.preventDefault();
    const id = cohort?.id ?? deed.nameOf(fields);
    const done = await act<{ seated?: string[] }>(cohort ? 'cohort.change' : 'cohort.add', {
      id,
      courseId: course.id,
      ...fields,
    });
    setProblem(done.ok ? null : done.problem);
    if (!done.ok) return;
    const seated = done.value.seated ?? [];
    const more = seated.length > 0 ? ` ${seated.length} who waited have a seat now.` : '';
    notifications.show({ color: 'malachite', message: `${fields.name} is kept.${more}` });
    deed.isDone();
    onMade(id);
    router.refresh();
  };
  const setCode = async (on: boolean) => {
    const done = await act('cohort.set-code', { id: cohort?.id, courseId: course.id, on });
    setProblem(done.ok ? null : done.problem);
    router.refresh();
  };
  return (
    <form onSubmit={save} className={inspector.group} noValidate>
      <h2 className={inspector.title}>{cohort ? cohort.name : 'New cohort'}</h2>
      <TextInput
        label="Name"
        readOnly={!ready}
        value={fields.name}
        onChange={(event) => change({ name: event.currentTarget.value })}
        error={faultAt('name')}
      />
      <div className={inspector.pair}>
        <DayField
          label="Starts on"
          value={fields.startsOn}
          onChange={(startsOn) => change({ startsOn })}
          error={faultAt('startsOn')}
        />
        <DayField
          label="Ends on"
          value={fields.endsOn ?? ''}
          onChange={(endsOn) => change({ endsOn: endsOn || null })}
          error={faultAt('endsOn')}
        />
      </div>
      <Select
        label="Time zone"
        searchable
        data={zones}
        limit={40}
        value={fields.zone}
        allowDeselect={false}
        onChange={(zone) => zone && change({ zone })}
      />
      <NumberInput
        label="Seats"
        placeholder="any number"
        description={cohort ? `${taken} taken` : undefined}
        min={1}
        allowDecimal={false}
        value={fields.seats ?? ''}
        onChange={(seats) => change({ seats: typeof seats === 'number' ? seats : null })}
        error={faultAt('seats')}
      />
      <h3 className={inspector.part}>Breaks of its own</h3>
      <Breaks breaks={fields.breaks} onChange={(breaks) => change({ breaks })} />
      {isElsewhere && (
        <p role="alert" className={wordStyles.problem}>
          {problem.sentence}
        </p>
      )}
      <Button type="submit" disabled={!ready}>
        {cohort ? 'Keep' : 'Make cohort'}
      </Button>
      {cohort && (
        <>
          <Button variant="default" onClick={onCopy}>
            Copy to the next season
          </Button>
          <h3 className={inspector.part}>Joining with a code</h3>
          {cohort.code ? (
            <p>
              <b>{cohort.code}</b>{' '}
              <Button size="compact-xs" variant="subtle" onClick={() => setCode(true)}>
                Another code
              </Button>
              <Button size="compact-xs" variant="subtle" onClick={() => setCode(false)}>
                No code
              </Button>
            </p>
          ) : (
            <Button variant="default" size="compact-sm" onClick={() => setCode(true)}>
              Make a code
            </Button>
          )}
          <p className={inspector.hint}>People of the school give it under "My courses".</p>
        </>
      )}
    </form>
  );
}
