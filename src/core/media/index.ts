export { checkCaptions } from './captions';
export type { MediaFacts, MediaKind, MediaState } from './types';
export { checkUpload, libraryKinds, sniff, type UploadPurpose, uploadRules } from './upload';
