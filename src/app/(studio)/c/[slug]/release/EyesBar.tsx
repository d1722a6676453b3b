'use client';
import { SegmentedControl, Select } from '@mantine/core';
import { useState } from 'react';
import type { Cohort } from '@/core/enrolment';
import type { Pace } from '@/core/release';
import { DayField } from '@/ui/fields/DayField';
import { learnerLabel, useLearnersFound } from '../_course/use-learners-found';
import styles from './board.module.css';
import type { EyesControls, Looking } from './use-eyes';

const zones = Intl.supportedValuesOf('timeZone');
const paces = [
  { value: 'all', label: 'as planned' },
  { value: '30', label: '30 min a week' },
  { value: '60', label: '60 min a week' },
  { value: '120', label: '120 min a week' },
  { value: '0', label: 'does nothing' },
];
/** More cohorts than fit beside each other are chosen from a list. */
const mostBeside = 3;

type Props = { readonly cohorts: readonly Cohort[]; readonly controls: EyesControls };

/** Whose eyes the plan is looked at through: a cohort, anybody on their own, or a learner there is. */
export function EyesBar({ cohorts, controls }: Props) {
  const { looking, setLooking, eyes, pace, setPace } = controls;
  const value = looking.as === 'cohort' ? looking.cohortId : looking.as;
  const choose = (chosen: string | null) => {
    if (chosen === 'alone') setLooking({ as: 'alone' });
    else if (chosen === 'learner') setLooking({ as: 'learner', learnerId: '' });
    else if (chosen !== null) setLooking({ as: 'cohort', cohortId: chosen });
  };
  const data = [
    ...cohorts.map((one) => ({ value: one.id, label: one.name })),
    { value: 'alone', label: 'Anyone, self-paced' },
    { value: 'learner', label: 'A learner' },
  ];
  return (
    <>
      {cohorts.length > mostBeside ? (
        <Select label="Look through the eyes of" data={data} value={value} onChange={choose} searchable w={230} />
      ) : (
        <div className={styles.eyes}>
          <p className={styles.label} id="eyes">
            Look through the eyes of
          </p>
          <SegmentedControl size="sm" aria-labelledby="eyes" value={value} onChange={choose} data={data} />
        </div>
      )}
      {looking.as === 'learner' ? (
        <LearnerPick looking={looking} name={controls.learnerName} onChoose={setLooking} />
      ) : (
        <>
          <DayField
            label="Starts"
            value={eyes.startDay}
            disabled={looking.as === 'cohort'}
            onChange={(day) => day && controls.setDay(day)}
            w={130}
          />
          {looking.as === 'alone' && (
            <Select
              label="Time zone"
              searchable
              data={zones}
              value={controls.zone}
              onChange={(zone) => zone && controls.setZone(zone)}
              w={170}
              limit={40}
            />
          )}
          <Select
            label="Keeps pace"
            data={paces}
            value={String(pace)}
            allowDeselect={false}
            onChange={(chosen) => setPace(chosen === 'all' ? 'all' : (Number(chosen) as Pace))}
            w={140}
          />
        </>
      )}
    </>
  );
}

type PickProps = {
  readonly looking: Extract<Looking, { as: 'learner' }>;
  readonly name: string | null;
  readonly onChoose: (looking: Looking) => void;
};

/** A learner of the course, looked for by name on the server. */
function LearnerPick({ looking, name, onChoose }: PickProps) {
  const [find, setFind] = useState('');
  const found = useLearnersFound(find === name ? '' : find);
  return (
    <Select
      label="Learner"
      placeholder="Find a learner or a cohort"
      searchable
      data={found.map((one) => ({ value: one.learnerId, label: learnerLabel(one) }))}
      // What is offered has been looked for already.
      filter={({ options }) => options}
      nothingFoundMessage="Nobody has these words."
      value={looking.learnerId || null}
      searchValue={find}
      onSearchChange={setFind}
      onChange={(learnerId) => learnerId && onChoose({ as: 'learner', learnerId })}
      w={260}
    />
  );
}
