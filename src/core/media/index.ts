export { type Cue, type CueFile, cueTime, inOrderOfTime, readCues, writeCues } from './cues';
export type { MediaFacts, MediaKind, MediaState } from './types';
export { checkUpload, libraryKinds, sniff, type UploadPurpose, uploadRules } from './upload';
export { samplesASecond, WaveForm, waveBarsASecond } from './wave';
