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
export { coursesOf, knownMedia, mediaById, mediaOfCourse, mediaSums } from './queries';
export { sweep } from './sweep';
export { keepUses, type Uses } from './uses';
