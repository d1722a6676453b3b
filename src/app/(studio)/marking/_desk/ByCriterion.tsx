import { Select } from '@mantine/core';
import { useRouter } from 'next/navigation';
import type { Criterion } from '@/core/assignment';
import { asWhole } from './hrefs';

type Props = { readonly criteria: readonly Criterion[]; readonly by: string | null; readonly href: string };

/** Marks work as a whole, or one criterion over all work, one piece after another. */
export function ByCriterion({ criteria, by, href }: Props) {
  const router = useRouter();
  return (
    <Select
      aria-label="What is marked"
      size="xs"
      allowDeselect={false}
      data={[
        { value: asWhole, label: 'learner by learner' },
        ...criteria.map(({ id, title }) => ({ value: id, label: `only ${title}` })),
      ]}
      value={by ?? asWhole}
      onChange={(value) => router.push(`${href}?by=${value ?? asWhole}`)}
    />
  );
}
