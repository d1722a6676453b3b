import type { Result } from '@/core/kernel/problem';
import { TextField } from '@/ui/fields/fields';

type Props = { readonly guide: string; readonly onSave: (guide: string) => Result<unknown> };

/** What the marker of an answer looks for. */
export const GuideField = ({ guide, onSave }: Props) => (
  <TextField
    label="What a marker looks for"
    description="Stands beside the answer on the marking desk. Learners never see it."
    lines={3}
    value={guide}
    onSave={onSave}
  />
);
