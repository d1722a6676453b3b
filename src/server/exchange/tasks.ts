import type { Result } from '@/core/kernel/problem';
import type { AskedOf } from '../platform/threads';
import { type QuestionsPreview, readQuestionsFile } from './questions';
import { type OutlineForm, type OutlinePreview, readOutlineFile } from './read';
import { readSheetFile, type Sheet } from './sheets';

/** What is read apart, see apart.ts: what goes in and what comes out. */
export type Tasks = {
  outline: { input: { bytes: Uint8Array; name: string; form: OutlineForm | null }; output: OutlinePreview };
  sheet: { input: { bytes: Uint8Array }; output: Sheet };
  questions: { input: { bytes: Uint8Array; name: string }; output: QuestionsPreview };
};
export type Asked = AskedOf<Tasks>;

/** Does what is asked. Runs in the reading thread. */
export const doTask = async (asked: Asked): Promise<Result<OutlinePreview | Sheet | QuestionsPreview>> => {
  switch (asked.task) {
    case 'outline':
      return readOutlineFile(asked.input.bytes, asked.input.name, asked.input.form);
    case 'sheet':
      return readSheetFile(asked.input.bytes);
    case 'questions':
      return readQuestionsFile(asked.input.bytes, asked.input.name);
  }
};
