'use client';
import { Select } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useReady } from '@/ui/plain/useReady';

type Props = {
  readonly course: string;
  readonly courses: readonly { readonly id: string; readonly title: string; readonly href: string }[];
  readonly allHref: string;
};

/** Narrows a page down to one course. */
export function ChooseCourse({ course, courses, allHref }: Props) {
  const router = useRouter();
  const ready = useReady();
  return (
    <Select
      aria-label="Course"
      w={240}
      searchable
      clearable
      disabled={!ready}
      placeholder="All courses"
      value={course || null}
      data={courses.map(({ id, title }) => ({ value: id, label: title }))}
      onChange={(id) => router.push(courses.find((one) => one.id === id)?.href ?? allHref)}
    />
  );
}
