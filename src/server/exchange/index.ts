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
export { mostOutlineBytes, type OutlineForm, type OutlinePreview, outlineForms } from './read';
export type { CatalogueLook } from './schema';
export { mostSheetBytes, writeSheet } from './sheets';
export { exchangeCommands, type SavedView, viewsOf } from './views';
export { formTypes, writeOutline } from './write';
