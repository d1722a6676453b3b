'use client';
import { Select } from '@mantine/core';
import type { Lesson } from '@/core/outline';
import type { DecimalSign, QuizSettings, Shuffles } from '@/core/quiz';
import { NumberField } from '@/ui/fields/fields';
import { useDesk } from '../_course/CourseProvider';
import styles from './assess.module.css';

/** How a quiz runs: what passes, how long, how often, in what order, and what is seen of it afterwards. */
export function QuizFields({ lesson, settings }: { readonly lesson: Lesson; readonly settings: QuizSettings }) {
  const { store } = useDesk();
  const set = (part: Partial<QuizSettings>) =>
    store.edit({ do: 'set', table: 'lesson', id: lesson.id, fields: { quiz: { ...settings, ...part } } });
  return (
    <div className={styles.settings}>
      <div className={styles.two}>
        <NumberField
          label="Pass mark"
          unit="%"
          value={settings.passPercent}
          onSave={(passPercent) => set({ passPercent: passPercent ?? 0 })}
        />
        <NumberField
          label="Time limit"
          unit="min"
          value={settings.minutes}
          empty="none"
          onSave={(minutes) => set({ minutes })}
        />
      </div>
      <div className={styles.two}>
        <NumberField
          label="Attempts"
          value={settings.attempts}
          empty="any number"
          onSave={(attempts) => set({ attempts })}
        />
        <Select
          label="Which counts"
          value={settings.counts}
          data={[
            { value: 'best', label: 'the best' },
            { value: 'mean', label: 'their mean' },
            { value: 'first', label: 'the first' },
            { value: 'last', label: 'the last' },
          ]}
          onChange={(counts) => counts && set({ counts: counts as QuizSettings['counts'] })}
        />
      </div>
      <Select
        label="After handing in, the learner sees"
        value={settings.shows}
        data={[
          { value: 'points-and-answers', label: 'points, answers and feedback' },
          { value: 'points', label: 'points only' },
          { value: 'nothing', label: 'nothing' },
        ]}
        onChange={(shows) => shows && set({ shows: shows as QuizSettings['shows'] })}
      />
      <Select
        label="In another order in each sitting"
        value={settings.shuffles ?? 'nothing'}
        data={[
          { value: 'nothing', label: 'nothing: as written' },
          { value: 'questions', label: 'the questions' },
          { value: 'options', label: 'the options of each question' },
          { value: 'both', label: 'questions and options' },
        ]}
        onChange={(shuffles) => shuffles && set({ shuffles: shuffles as Shuffles })}
      />
      <Select
        label="Numbers write decimals with"
        value={settings.decimals ?? 'point'}
        data={[
          { value: 'point', label: 'a point: 1.25' },
          { value: 'comma', label: 'a comma: 1,25' },
        ]}
        onChange={(decimals) => decimals && set({ decimals: decimals as DecimalSign })}
      />
    </div>
  );
}
