'use client';
import { Button, PasswordInput, Select, TextInput } from '@mantine/core';
import { schemaResolver, useForm } from '@mantine/form';
import { notifications } from '@mantine/notifications';
import { useRouter } from 'next/navigation';
import { object, string } from 'yup';
import { act } from '@/app/_client/act';
import { emailSchema, nameSchema, passwordSchema, type SchoolRole, schoolRoles } from '@/core/people';
import { useReady } from '@/ui/plain/useReady';
import styles from './people.module.css';

const schema = object({ name: nameSchema, email: emailSchema, password: passwordSchema, role: string().required() });

export function AddPerson({ courses }: { readonly courses: { value: string; label: string }[] }) {
  const router = useRouter();
  const form = useForm({
    initialValues: { name: '', email: '', password: '', role: 'learner' as SchoolRole, courseId: 'none' },
    validate: schemaResolver(schema),
  });
  // What is typed before the page can take it would be lost.
  const readOnly = !useReady();
  const works = form.values.role === 'creator' || form.values.role === 'marker';
  const add = form.onSubmit(async ({ courseId, ...values }) => {
    const done = await act('people.add', {
      ...values,
      name: values.name.trim(),
      email: values.email.trim().toLowerCase(),
      courseId: works && courseId !== 'none' ? courseId : null,
    });
    if (!done.ok) return form.setFieldError(done.problem.field ?? 'name', done.problem.sentence);
    notifications.show({ color: 'malachite', message: `${values.name} can sign in now.` });
    form.reset();
    router.refresh();
  });
  return (
    <form onSubmit={add} className={styles.form} noValidate>
      <TextInput label="Name" readOnly={readOnly} {...form.getInputProps('name')} />
      <TextInput label="E-mail address" type="email" readOnly={readOnly} {...form.getInputProps('email')} />
      <PasswordInput
        label="First password"
        readOnly={readOnly}
        {...form.getInputProps('password')}
        visibilityToggleButtonProps={{ 'aria-label': 'Show the password' }}
      />
      <Select label="Role" data={[...schoolRoles]} {...form.getInputProps('role')} />
      {works && (
        <Select
          label="For the course"
          data={[{ value: 'none', label: 'none yet' }, ...courses]}
          {...form.getInputProps('courseId')}
        />
      )}
      <Button type="submit">Add</Button>
    </form>
  );
}
