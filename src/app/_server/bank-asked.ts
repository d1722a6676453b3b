import { number, object, string } from 'yup';
import { isId } from '@/core/kernel/ids';
import { findIn, pageIn } from '@/core/kernel/page';
import { parsed } from '@/core/kernel/parse';
import { type Difficulty, difficulties, questionKinds } from '@/core/quiz';
import type { BankFilter } from '@/server/bank';

const difficulty = number().oneOf(difficulties, 'A difficulty is 1, 2 or 3.').required();
const schema = object({
  category: string()
    .nullable()
    .defined()
    .test('category', 'There is no such category.', (value) => value === null || value === 'none' || isId(value)),
  from: difficulty,
  to: difficulty,
  kind: string().oneOf(questionKinds, 'There is no such kind of question.').nullable().defined(),
});

/** What of the bank an address asks for. */
export function bankAsked(request: Request) {
  const query = new URL(request.url).searchParams;
  const read = parsed(
    schema,
    {
      category: query.get('category') || null,
      from: Number(query.get('from') ?? 1),
      to: Number(query.get('to') ?? 3),
      kind: query.get('kind') || null,
    },
    'The bank cannot be looked through so.',
  );
  if (!read.ok) return read;
  const filter: BankFilter = {
    ...read.value,
    from: read.value.from as Difficulty,
    to: read.value.to as Difficulty,
    find: findIn(query.get('find') ?? undefined),
    tag: findIn(query.get('tag') ?? undefined),
    page: pageIn(query.get('page') ?? undefined),
  };
  return { ok: true as const, value: filter };
}
