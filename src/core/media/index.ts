export {
  addCue,
  asCueText,
  type CueFault,
  changeCue,
  cueFaults,
  cuesWith,
  joinCues,
  shiftCues,
  sortCues,
  splitCue,
  spoken,
} from './cue-edits';
export { type Cue, type CueFile, cueTime, inOrderOfTime, readCues, writeCues } from './cues';
export { lengthText, sizeText } from './size';
export { stripColumns, stripCues, stripOf } from './strip';
export {
  type DocumentPage,
  hasCaptions,
  type MediaFacts,
  type MediaForm,
  type MediaKind,
  type MediaState,
  pictureWidths,
} from './types';
export { checkUpload, libraryKinds, sniff, type UploadPurpose, uploadRules } from './upload';
export { samplesASecond, WaveForm, waveBarsASecond } from './wave';
