export { type Cue, type CueFile, cueTime, inOrderOfTime, readCues, writeCues } from './cues';
export { lengthText, sizeText } from './size';
export type { MediaFacts, MediaKind, MediaState } from './types';
export { checkUpload, libraryKinds, sniff, type UploadPurpose, uploadRules } from './upload';
export { samplesASecond, WaveForm, waveBarsASecond } from './wave';
