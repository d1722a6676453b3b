export { type Catalogue, catalogueFor, exchangeCommands, type SavedView, viewsOf } from './catalogue';
export { mostOutlineBytes, type OutlineForm, type OutlinePreview, outlineForms, readOutlineFile } from './read';
export type { CatalogueLook } from './schema';
export { mostSheetBytes, readSheetFile, type Sheet, writeSheet } from './sheets';
export { formTypes, writeOutline } from './write';
