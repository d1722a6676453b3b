export {
  type AwardSettings,
  awardSchema,
  codeBlack,
  type Face,
  faces,
  type Ink,
  inks,
  type Paper,
  papers,
  readDesign,
  usualAward,
} from './design';
export { type Fitted, fitText, type Measure } from './fit';
export {
  type CertificateContent,
  type CertificateLayout,
  layoutCertificate,
  type MeasureText,
  type PlacedText,
  type Weight,
} from './layout';
export { certificateNumber, hardNames } from './number';
