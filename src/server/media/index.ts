export {
  addCaptions,
  addMedia,
  countUpload,
  mediaCommands,
  rememberBlob,
  type StoredUpload,
  storeUpload,
} from './commands';
export { failMedia, makePlayable, workOut } from './jobs';
export { copyMedia, mediaById, mediaOfCourse, mediaSums } from './queries';
export { sweep } from './sweep';
