'use client';
import { Button, Switch, Textarea, TextInput, UnstyledButton } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { act } from '@/app/_client/act';
import { showUndoable } from '@/app/_client/undo-notice';
import { useLater } from '@/app/_client/useLater';
import { parsed } from '@/core/kernel/parse';
import type { Problem } from '@/core/kernel/problem';
import {
  checkTemplate,
  fieldsOf,
  letterOf,
  type OccasionName,
  occasionNames,
  occasionOf,
  type Surroundings,
  type Template,
  templateSchema,
} from '@/core/message';
import type { Text } from '@/server/message';
import { useReady } from '@/ui/plain/useReady';
import wordStyles from '@/ui/plain/words.module.css';
import { MailSheet } from '../MailSheet';
import styles from '../messages.module.css';

type Props = {
  /** The course whose texts these are; null for those of the school. */
  readonly courseId: string | null;
  readonly texts: { readonly [O in OccasionName]: Text };
  /** What the previews are filled with. */
  readonly around: Surroundings;
};

const fromWords = { course: 'its own text', school: 'the school’s text', usual: 'the usual text' } as const;

/** The texts of all occasions: chosen at the left, written in the middle, seen at the right. */
export function TextsDesk({ courseId, texts, around }: Props) {
  const [chosen, setChosen] = useState<OccasionName>('opens');
  const ready = useReady();
  return (
    <div className={styles.texts}>
      <nav className={styles.occasions} aria-label="Occasions">
        <ul>
          {occasionNames.map((name) => (
            <li key={name}>
              <UnstyledButton
                className={styles.occasion}
                aria-pressed={name === chosen}
                disabled={!ready}
                onClick={() => setChosen(name)}
              >
                <b>{occasionOf(name).title}</b>
                <span>{texts[name].isOn ? fromWords[texts[name].from] : 'not sent'}</span>
              </UnstyledButton>
            </li>
          ))}
        </ul>
      </nav>
      <Writing key={chosen} courseId={courseId} occasion={chosen} text={texts[chosen]} around={around} />
    </div>
  );
}

type WritingProps = {
  readonly courseId: string | null;
  readonly occasion: OccasionName;
  readonly text: Text;
  readonly around: Surroundings;
};

/** What is wrong with a text as it is typed. */
function faultOf(occasion: OccasionName, template: Template): Problem | null {
  const read = parsed(templateSchema, template);
  if (!read.ok) return read.problem;
  const checked = checkTemplate(occasion, template);
  return checked.ok ? null : checked.problem;
}

function Writing({ courseId, occasion, text, around }: WritingProps) {
  const router = useRouter();
  const ready = useReady();
  const [draft, setDraft] = useState<Template & { readonly isOn: boolean }>(text);
  const [said, setSaid] = useState('');
  const [refused, setRefused] = useState<Problem | null>(null);
  const body = useRef<HTMLTextAreaElement>(null);
  const fault = faultOf(occasion, draft) ?? refused;
  // Of what is not right yet there is no preview: it goes on showing what last was.
  const shown = useRef<Template>(text);
  if (fault === null) shown.current = draft;
  const place = { courseId, occasion };

  const keep = async ({ isOn, subject, body: words }: typeof draft) => {
    setSaid('Keeping…');
    const kept = await act('message.set-text', { ...place, isOn, subject, body: words });
    setRefused(kept.ok ? null : kept.problem);
    setSaid(kept.ok ? 'Kept.' : '');
    if (kept.ok) router.refresh();
    return kept;
  };
  const keepLater = useLater((next) => keep(next as typeof draft));
  const change = (part: Partial<typeof draft>) => {
    const next = { ...draft, ...part };
    setDraft(next);
    setRefused(null);
    // What is not right yet stays in the field, and is kept once it is.
    if (faultOf(occasion, next) === null) keepLater(next);
    else setSaid('Not kept yet: see below.');
  };
  const insert = (field: string) => {
    const input = body.current;
    const [from, to] = [input?.selectionStart ?? draft.body.length, input?.selectionEnd ?? draft.body.length];
    flushSync(() => change({ body: `${draft.body.slice(0, from)}{${field}}${draft.body.slice(to)}` }));
    const caret = from + field.length + 2;
    input?.focus();
    input?.setSelectionRange(caret, caret);
  };
  const isOwn = text.from === (courseId === null ? 'school' : 'course');
  const drop = async () => {
    const before = draft;
    const done = await act<typeof draft>('message.drop-text', place);
    setRefused(done.ok ? null : done.problem);
    if (!done.ok) return;
    setDraft(done.value);
    setSaid('');
    router.refresh();
    showUndoable(courseId === null ? 'The usual text holds again.' : 'The school’s text holds again.', () => {
      setDraft(before);
      void keep(before);
    });
  };
  const { when, example } = occasionOf(occasion);
  return (
    <>
      <main className={styles.writing}>
        <h2>{occasionOf(occasion).title}</h2>
        <p className={wordStyles.quiet}>Sent {when}.</p>
        <Switch
          label={courseId === null ? 'Sent in courses that say nothing else' : 'Sent in this course'}
          checked={draft.isOn}
          disabled={!ready}
          onChange={(event) => change({ isOn: event.currentTarget.checked })}
        />
        <TextInput
          label="Subject"
          value={draft.subject}
          maxLength={400}
          readOnly={!ready}
          error={fault?.field === 'subject' ? fault.sentence : undefined}
          onChange={(event) => change({ subject: event.currentTarget.value })}
        />
        <Textarea
          ref={body}
          label="Text"
          description="Plain words, with **strong words**, lists and [links]({link})."
          autosize
          minRows={10}
          maxRows={22}
          value={draft.body}
          readOnly={!ready}
          error={fault?.field === 'body' ? fault.sentence : undefined}
          onChange={(event) => change({ body: event.currentTarget.value })}
        />
        <div className={styles.fields}>
          {Object.entries(fieldsOf(occasion)).map(([field, what]) => (
            <Button
              key={field}
              size="compact-xs"
              variant="default"
              title={`Put in ${what}`}
              disabled={!ready}
              onClick={() => insert(field)}
            >
              {`{${field}}`}
            </Button>
          ))}
        </div>
        {fault && fault.field !== 'subject' && fault.field !== 'body' && (
          <p role="alert" className={wordStyles.problem}>
            {fault.sentence}
          </p>
        )}
        <p className={wordStyles.quiet} role="status">
          {said ||
            (isOwn
              ? ''
              : `This is ${fromWords[text.from]}. Change it, and it is ${courseId === null ? 'the school’s' : 'this course’s'} own.`)}
        </p>
        {isOwn && (
          <div>
            <Button size="xs" variant="default" disabled={!ready} onClick={drop}>
              {courseId === null ? 'Back to the usual text' : 'Back to the school’s text'}
            </Button>
          </div>
        )}
      </main>
      <aside className={styles.preview} aria-label="Preview">
        <p className={wordStyles.quiet}>A preview, with made-up things that happened.</p>
        <MailSheet letter={letterOf([{ occasion, facts: example, template: shown.current, around }])} />
      </aside>
    </>
  );
}
