export { addCaptions, addMedia, countUpload, mediaCommands, rememberBlob, type StoredUpload, storeUpload } from './commands';
export { workOut } from './jobs';
export { copyMedia, mediaById, mediaOfCourse } from './queries';
export { sweep } from './sweep';
