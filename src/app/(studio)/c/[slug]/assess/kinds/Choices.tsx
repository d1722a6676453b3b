import { ActionIcon, Checkbox, Radio, Tooltip } from '@mantine/core';
import { IconPhoto } from '@tabler/icons-react';
import { useState } from 'react';
import type { Option, QuestionMedia } from '@/core/quiz';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import wordStyles from '@/ui/plain/words.module.css';
import styles from '../assess.module.css';
import { MediaPick } from '../MediaPick';
import type { MakingProps } from './part';
import { AddPart, moved, PartRow, Parts } from './rows';

/** What an option shows or plays: one or the other. */
function mediaOf(media: QuestionMedia | null): Pick<Option, 'picture' | 'plays'> {
  if (!media) return { picture: undefined, plays: undefined };
  const { kind, ...named } = media;
  return kind === 'picture' ? { picture: named, plays: undefined } : { picture: undefined, plays: { ...named, kind } };
}

const newOption = (text: string): Option => ({ id: newId().slice(-12), text, right: false, feedback: '' });

/** Options of which one is right, or several. */
function Choices({ id, body: { options }, onSave, many }: MakingProps<'one' | 'several'> & { readonly many: boolean }) {
  const save = (next: readonly Option[]) => onSave({ options: next });
  const change = (option: string, part: Partial<Option>) =>
    save(
      options.map((one) => {
        const { picture, plays, ...rest } = { ...one, ...part };
        if (one.id !== option) return one;
        return { ...rest, ...(picture && { picture }), ...(plays && { plays }) };
      }),
    );
  // One choice has one right option: choosing another one changes both.
  const setRight = (option: string, right: boolean) =>
    save(options.map((one) => ({ ...one, right: one.id === option ? right : many && one.right })));
  // Which options have their place for a picture open.
  const [shownFor, setShownFor] = useState<ReadonlySet<string>>(new Set());
  const toggle = (option: string) =>
    setShownFor((before) =>
      before.has(option) ? new Set([...before].filter((one) => one !== option)) : new Set([...before, option]),
    );
  const Mark = many ? Checkbox : Radio;
  return (
    <>
      <Parts
        legend="Options; mark what is right"
        ids={options.map((option) => option.id)}
        onMove={(from, to) => save(moved(options, from, to))}
        onLines={(at, [first = '', ...others]) =>
          save([
            ...options.slice(0, at),
            ...options.slice(at, at + 1).map((option) => ({ ...option, text: first })),
            ...others.map(newOption),
            // What was left empty is filled by what is pasted, not pushed away.
            ...options.slice(at + 1).filter((option) => option.text !== '' || option.feedback !== ''),
          ])
        }
        add={<AddPart onAdd={() => save([...options, newOption('')])}>Add an option</AddPart>}
      >
        {options.map((option, i) => (
          <PartRow
            key={option.id}
            id={option.id}
            name={`option ${i + 1}`}
            columns="auto 1.4fr 1fr auto"
            below={
              (option.picture || option.plays || shownFor.has(option.id)) && (
                <MediaPick
                  label={`Picture, recording or film of option ${i + 1}`}
                  media={option.plays ?? (option.picture ? { ...option.picture, kind: 'picture' } : null)}
                  onSet={(media) => change(option.id, mediaOf(media))}
                />
              )
            }
            onRemove={() => save(options.filter((one) => one.id !== option.id))}
          >
            <Mark
              data-right
              className={styles.mark ?? ''}
              name={`right-${id}`}
              aria-label={`Option ${i + 1} is right`}
              checked={option.right}
              onChange={(event) => setRight(option.id, event.currentTarget.checked)}
            />
            <TextField
              label={`Option ${i + 1}`}
              hideLabel
              placeholder={`Option ${i + 1}`}
              value={option.text}
              onSave={(text) => change(option.id, { text })}
            />
            <TextField
              label={`Feedback to option ${i + 1}`}
              hideLabel
              placeholder="said when it is chosen"
              value={option.feedback}
              onSave={(feedback) => change(option.id, { feedback })}
            />
            <Tooltip label={`Picture, recording or film of option ${i + 1}`}>
              <ActionIcon
                variant="subtle"
                color="gray"
                aria-label={`Picture, recording or film of option ${i + 1}`}
                aria-pressed={option.picture !== undefined || option.plays !== undefined || shownFor.has(option.id)}
                onClick={() => toggle(option.id)}
              >
                <IconPhoto size={16} stroke={1.75} />
              </ActionIcon>
            </Tooltip>
          </PartRow>
        ))}
      </Parts>
      <p className={wordStyles.quiet}>
        Enter: the next option. Ctrl+Enter: it is right. Alt with the arrows: up or down.
      </p>
    </>
  );
}

export const OneChoice = (props: MakingProps<'one'>) => <Choices {...props} many={false} />;
export const SeveralChoices = (props: MakingProps<'several'>) => <Choices {...props} many />;
