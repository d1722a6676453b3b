import { screen, waitFor } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { HeardSchool } from '@/app/_client/testing';
import { shown } from '@/ui/testing';
import { SavedRemarks } from './SavedRemarks';

const place = { courseId: 'a course', lessonId: 'a lesson' };
const into = { criterionId: 'belly', title: 'The belly', words: 'No through stones' };

/** The saved remarks, opened beside a criterion with a remark, and that remark kept with two points taken. */
async function withKept() {
  const onUse = vi.fn();
  const { user } = shown(<SavedRemarks place={place} saved={[]} into={into} onUse={onUse} />);
  await user.click(screen.getByRole('button', { name: /^Saved remarks/ }));
  await user.type(await screen.findByRole('textbox', { name: /^Keep “No through stones”/ }), '-2');
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  const find = screen.getByRole('textbox', { name: 'Saved remarks, for The belly' });
  return { user, onUse, find };
}

test('a remark can be used while it is still on its way, which is told after it; kept twice, it is there once', async () => {
  const school = new HeardSchool({ ok: true, value: {} });
  let open = () => {};
  school.opens = new Promise<void>((resolve) => {
    open = resolve;
  });
  const { user, onUse, find } = await withKept();
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  await user.type(find, 'through{Enter}');
  expect(onUse).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ words: into.words, points: -2000 }));
  expect(school.heard).toEqual([]);
  open();
  await waitFor(() => expect(school.heard).toHaveLength(2));
  expect(school.heard.map(({ name }) => name)).toEqual(['marking.save-remark', 'marking.use-remark']);
  expect(school.heard[1]?.input.id).toBe(school.heard[0]?.input.id);
});

test('one that is refused goes again, with the reason, and its points stay as they were typed', async () => {
  const school = new HeardSchool({ ok: true, value: {} });
  const sentence = 'There are two hundred saved remarks here. Forget one first.';
  school.answers = () => ({ ok: false, problem: { code: 'too-large', sentence } });
  await withKept();
  await waitFor(() => expect(screen.getByRole('alert').textContent).toBe(sentence));
  expect(screen.queryByRole('button', { name: 'Forget No through stones' })).toBeNull();
  expect(screen.getByRole<HTMLInputElement>('textbox', { name: /^Keep “No/ }).value).toBe('-2');
});
