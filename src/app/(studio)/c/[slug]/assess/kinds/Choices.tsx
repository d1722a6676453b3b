import { ActionIcon, Button, Checkbox, Radio } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import type { Option } from '@/core/quiz';
import { TextField } from '@/ui/fields/fields';
import { newId } from '@/ui/ids';
import styles from '../assess.module.css';
import type { MakingProps } from './part';

/** Options of which one is right, or several. */
function Choices({ id, body: { options }, onSave, many }: MakingProps<'one' | 'several'> & { readonly many: boolean }) {
  const save = (next: readonly Option[]) => onSave({ options: next });
  const change = (option: string, part: Partial<Option>) =>
    save(options.map((one) => (one.id === option ? { ...one, ...part } : one)));
  // One choice has one right option: choosing another one changes both.
  const setRight = (option: string, right: boolean) =>
    save(options.map((one) => ({ ...one, right: one.id === option ? right : many && one.right })));
  const Mark = many ? Checkbox : Radio;
  return (
    <fieldset className={styles.options}>
      <legend>Options; mark what is right</legend>
      {options.map((option, i) => (
        <div key={option.id} className={styles.option}>
          <Mark
            name={`right-${id}`}
            aria-label={`Option ${i + 1} is right`}
            checked={option.right}
            onChange={(event) => setRight(option.id, event.currentTarget.checked)}
          />
          <TextField label={`Option ${i + 1}`} value={option.text} onSave={(text) => change(option.id, { text })} />
          <TextField label="Feedback" value={option.feedback} onSave={(feedback) => change(option.id, { feedback })} />
          <ActionIcon
            variant="subtle"
            color="gray"
            aria-label={`Remove option ${i + 1}`}
            onClick={() => save(options.filter((one) => one.id !== option.id))}
          >
            <IconX size={15} />
          </ActionIcon>
        </div>
      ))}
      <Button
        variant="subtle"
        size="compact-sm"
        leftSection={<IconPlus size={14} />}
        onClick={() => save([...options, { id: newId().slice(-12), text: '', right: false, feedback: '' }])}
      >
        Add an option
      </Button>
    </fieldset>
  );
}

export const OneChoice = (props: MakingProps<'one'>) => <Choices {...props} many={false} />;
export const SeveralChoices = (props: MakingProps<'several'>) => <Choices {...props} many />;
