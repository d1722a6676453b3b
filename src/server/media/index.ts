export { addCaptions } from './captions';
export { addMedia, addToLibrary, countUpload, madeBy, mediaCommands } from './commands';
export { failMedia, makeForms, makePlayable, makePoster, wantForms, workOut } from './jobs';
export {
  itemsPerPage,
  type LibraryEntry,
  type LibraryFilter,
  type LibraryItem,
  libraryEntry,
  libraryFilters,
  libraryPage,
  usableMedia,
} from './library';
export {
  coursesAsking,
  coursesOf,
  fileById,
  knownMedia,
  lessonsUsing,
  type MediaFile,
  mayChangeMedia,
  mediaById,
  mediaOfCourse,
  mediaSums,
} from './queries';
export { rememberBlob, type StoredUpload, storedFile, storeUpload, typeOfBlob } from './stored';
export { sweep } from './sweep';
export { keepUses, type Uses } from './uses';
