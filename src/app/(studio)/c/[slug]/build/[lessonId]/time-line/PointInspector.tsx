'use client';
import { Button, Switch } from '@mantine/core';
import { IconBookmark, IconHexagon, IconPlayerPlay, IconTrash } from '@tabler/icons-react';
import type { MediaFacts } from '@/core/media';
import { type Lesson, type Moment, type Question, questionsOf, timeFaults } from '@/core/outline';
import { TextField } from '@/ui/fields/fields';
import { TimeField } from '@/ui/fields/TimeField';
import { Link } from '@/ui/frame/Link';
import wordStyles from '@/ui/plain/words.module.css';
import { useDesk } from '../../../_course/CourseProvider';
import inspector from '../../../_inspector/inspector.module.css';
import { QuestionFields } from '../../../assess/QuestionFields';
import { QuestionKindField } from '../../../assess/QuestionKindField';
import type { DeskPlayer } from '../use-player';
import { type Chosen, changeChapter, changeMoment, pointsOf, removePoint } from './points';
import styles from './time-line.module.css';

type Props = {
  readonly lesson: Lesson;
  readonly media: MediaFacts;
  readonly chosen: Chosen;
  readonly player: DeskPlayer;
};

/** Everything about the chapter or the checkpoint that is chosen. */
export function PointInspector({ lesson, media, chosen, player }: Props) {
  const { store, state, head } = useDesk();
  const { chapters, checkpoints } = pointsOf(state.outline, lesson);
  const faults = timeFaults(
    lesson,
    questionsOf(state.outline, lesson.id),
    media.seconds === null ? null : media.seconds * 1000,
  );
  const faultAt = (field: string) => faults.find((one) => one.id === chosen.id && one.field === field)?.sentence;
  const chapter = chapters.find(({ id }) => id === chosen.id);
  const checkpoint = checkpoints.find(({ id }) => id === chosen.id);
  const Glyph = chapter ? IconBookmark : IconHexagon;
  const name = chapter
    ? `Chapter ${chapters.indexOf(chapter) + 1} of ${chapters.length}`
    : `Checkpoint ${checkpoint ? checkpoints.indexOf(checkpoint) + 1 : ''} of ${checkpoints.length}`;
  return (
    <div className={inspector.inspector}>
      <Link href={`/c/${head.slug}/build`} className={wordStyles.quiet}>
        {lesson.title}
      </Link>
      <h2 className={styles.pointName} data-table={chosen.table}>
        <Glyph size={22} stroke={1.75} aria-hidden="true" /> {name}
      </h2>
      {chapter && (
        <>
          <TimeField
            label="Begins at"
            value={chapter.at}
            fault={faultAt('at')}
            onSave={(at) => store.edit(changeChapter(lesson, chapter.id, { at }))}
          />
          <TextField
            label="Name"
            value={chapter.title}
            onSave={(title) => store.edit(changeChapter(lesson, chapter.id, { title }))}
          />
        </>
      )}
      {checkpoint && <CheckpointFields question={checkpoint} faultAt={faultAt} player={player} />}
      <Button
        variant="default"
        leftSection={<IconTrash size={16} stroke={1.75} />}
        rightSection={<span className={styles.key}>Del</span>}
        onClick={() => store.edit(removePoint(lesson, chosen))}
      >
        Remove {chapter ? 'chapter' : 'checkpoint'}
      </Button>
    </div>
  );
}

/** How long a passage is that nobody has set yet: from so long before its checkpoint. */
const usualPassageMs = 20_000;

type CheckpointProps = {
  readonly question: Question & { readonly moment: Moment };
  readonly faultAt: (field: string) => string | undefined;
  readonly player: DeskPlayer;
};

function CheckpointFields({ question, faultAt, player }: CheckpointProps) {
  const { store } = useDesk();
  const { moment } = question;
  const { passage } = moment;
  const set = (part: Partial<Moment>) => store.edit(changeMoment(question, part));
  return (
    <>
      <div className={passage ? styles.three : undefined}>
        <TimeField label="Stops at" value={moment.at} fault={faultAt('at')} onSave={(at) => set({ at })} />
        {passage && (
          <>
            <TimeField
              label="Passage from"
              value={passage.from}
              onSave={(from) => set({ passage: { ...passage, from } })}
            />
            <TimeField label="to" value={passage.to} onSave={(to) => set({ passage: { ...passage, to } })} />
          </>
        )}
      </div>
      {faultAt('passage') && (
        <p role="alert" className={inspector.bad}>
          {faultAt('passage')}
        </p>
      )}
      {passage ? (
        <div className={styles.adds}>
          <Button
            variant="default"
            size="compact-sm"
            leftSection={<IconPlayerPlay size={14} />}
            onClick={() => player.playPassage(passage.from, passage.to)}
          >
            Play the passage
          </Button>
          <Button variant="subtle" color="gray" size="compact-sm" onClick={() => set({ passage: null })}>
            No passage
          </Button>
        </div>
      ) : (
        <Button
          variant="default"
          size="compact-sm"
          onClick={() => set({ passage: { from: Math.max(0, moment.at - usualPassageMs), to: moment.at } })}
        >
          Set the passage that shows the answer
        </Button>
      )}
      <QuestionKindField question={question} />
      <div className={styles.question}>
        <QuestionFields question={question} />
      </div>
      <Switch
        label="Nobody passes it unanswered"
        checked={moment.required}
        onChange={(event) => set({ required: event.currentTarget.checked })}
      />
    </>
  );
}
