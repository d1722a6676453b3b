export {
  addCaptions,
  addMedia,
  addToLibrary,
  countUpload,
  mediaCommands,
  rememberBlob,
  type StoredUpload,
  storeUpload,
} from './commands';
export { failMedia, makePlayable, workOut } from './jobs';
export {
  itemsPerPage,
  type LibraryEntry,
  type LibraryFilter,
  type LibraryItem,
  libraryEntry,
  libraryFilters,
  libraryPage,
} from './library';
export { coursesOf, knownMedia, mayChangeMedia, mediaById, mediaOfCourse, mediaSums } from './queries';
export { sweep } from './sweep';
export { keepUses, type Uses } from './uses';
