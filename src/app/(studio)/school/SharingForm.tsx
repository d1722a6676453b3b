'use client';
import { ActionIcon, Alert, Button, Group, Switch, Text, Textarea, TextInput } from '@mantine/core';
import { schemaResolver, useForm } from '@mantine/form';
import { notifications } from '@mantine/notifications';
import { IconTrash } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { act } from '@/app/_client/act';
import {
  profileFields,
  profileLink,
  profileValues,
  type Shared,
  type Sharing,
  shareWords,
  sharingSchema,
  usualWords,
  wordsFields,
} from '@/core/certificate';
import { useReady } from '@/ui/plain/useReady';
import styles from './school.module.css';

const fieldsText = (fields: { readonly [field: string]: string }) =>
  Object.entries(fields).map(([field, says]) => (
    <span key={field} className={styles.term}>
      <code>{`{${field}}`}</code> {says}
    </span>
  ));

type Props = { readonly sharing: Sharing; readonly school: string; readonly address: string };

/** How certificates of the school are found and shared; what it comes to stands beside it. */
export function SharingForm({ sharing, school, address }: Props) {
  const router = useRouter();
  const readOnly = !useReady();
  const form = useForm({
    initialValues: { isFound: sharing.isFound, words: sharing.words ?? '', places: [...sharing.places] },
    validate: schemaResolver(sharingSchema),
  });
  const example: Shared = {
    ...{ course: 'Reading a small river', school, number: 'RIV-7K4Q-0182', zone: 'UTC' },
    ...{ address, issuedAt: '2027-06-12T10:00:00Z', expiresAt: null },
  };
  const save = form.onSubmit(async (values) => {
    const done = await act('certificate.set-sharing', { ...values, words: values.words.trim() || null });
    if (!done.ok) return form.setFieldError(done.problem.field ?? 'words', done.problem.sentence);
    notifications.show({ color: 'malachite', message: 'Saved. It holds for all certificates from now on.' });
    form.resetDirty();
    router.refresh();
  });
  return (
    <form onSubmit={save} className={styles.section} noValidate>
      <h2>Certificates, found and shared</h2>
      <Switch
        label="Anybody who knows a number and its holder’s name finds the certificate"
        description="On the page /check, a few attempts at a time. What a holder keeps private is not found. Off: only whoever has the check address sees a certificate."
        disabled={readOnly}
        {...form.getInputProps('isFound', { type: 'checkbox' })}
      />
      <Textarea
        label="Ready words for learners"
        description={<>Left empty, they are Mosaik’s own. Fields: {fieldsText(wordsFields)}</>}
        placeholder={usualWords}
        autosize
        minRows={2}
        readOnly={readOnly}
        {...form.getInputProps('words')}
      />
      <p className={styles.example}>
        <b>As a learner has them:</b> {shareWords(form.values.words.trim() || null, example)}
      </p>
      <div>
        <h3>Profiles elsewhere</h3>
        <Text size="sm" c="dimmed">
          Learners open these with their certificate filled in. Fields: {fieldsText(profileFields)}
        </Text>
      </div>
      {form.values.places.map((place, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a place is its row
        <div key={i} className={styles.place}>
          <TextInput label="Place" readOnly={readOnly} {...form.getInputProps(`places.${i}.title`)} />
          <TextInput
            label="Address with fields"
            placeholder="https://profiles.example/add?title={course}&by={school}"
            readOnly={readOnly}
            {...form.getInputProps(`places.${i}.address`)}
          />
          <ActionIcon
            variant="subtle"
            color="brick"
            aria-label={`Remove ${place.title || 'this place'}`}
            onClick={() => form.removeListItem('places', i)}
          >
            <IconTrash size={18} stroke={1.75} />
          </ActionIcon>
          {place.address !== '' && (
            <p className={styles.example}>
              <b>It opens</b> {profileLink(place, profileValues(example))}
            </p>
          )}
        </div>
      ))}
      {form.errors.places && <Alert color="brick">{form.errors.places}</Alert>}
      <Group>
        <Button type="submit" disabled={readOnly || !form.isDirty()}>
          Save
        </Button>
        <Button
          variant="default"
          disabled={readOnly || form.values.places.length >= 10}
          onClick={() => form.insertListItem('places', { title: '', address: '' })}
        >
          Add a place
        </Button>
      </Group>
    </form>
  );
}
