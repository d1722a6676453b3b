export { readApart, warmReader } from './apart';
export {
  type Look,
  lookSchema,
  type Planned,
  planSheet,
  planWish,
  type RowsPage,
  rowsFor,
  rowsPage,
  rowsPerPage,
  wishSchema,
} from './catalogue';
export { type FoundQuestion, mostQuestionBytes, type QuestionsPreview } from './questions';
export { type QuestionForm, type QuestionsFile, questionForms, questionsFile } from './questions-out';
export { mostOutlineBytes, type OutlineForm, type OutlinePreview, outlineForms } from './read';
export type { CatalogueLook } from './schema';
export { mostSheetBytes, writeSheet } from './sheets';
export { exchangeCommands, type SavedView, viewsOf } from './views';
export { formTypes, writeOutline } from './write';
