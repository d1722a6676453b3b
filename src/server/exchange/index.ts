export { readApart, warmReader } from './apart';
export { type Catalogue, catalogueFor, exchangeCommands, type SavedView, viewsOf } from './catalogue';
export { mostOutlineBytes, type OutlineForm, type OutlinePreview, outlineForms } from './read';
export type { CatalogueLook } from './schema';
export { mostSheetBytes, type Sheet, writeSheet } from './sheets';
export { formTypes, writeOutline } from './write';
