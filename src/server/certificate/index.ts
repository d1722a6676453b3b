export { checkAddress } from './address';
export { awardIfEarned, certificateCommands } from './commands';
export { bringInDesign, designFile } from './design-file';
export {
  type DesignHead,
  designNamed,
  designsOf,
  mayUse,
  type OneDesign,
  type SeenDesign,
  seenBy,
  versionsOf,
} from './designs';
export { type Drawn, type DrawnMark, drawnDesign, type Fault } from './draw';
export { type CourseFacts, gradeFacts, sampleFacts, schoolAndAward } from './facts';
export { linkPicture } from './link-picture';
export { type Held, type Standing, standingOf } from './many';
export { type NameSet, type NamesIn, namesIn } from './names-in';
export { certificatePdf } from './pdf';
export { addDesignPicture, type DesignPicture, designPictureNamed, printPicture, strayPicture } from './pictures';
export {
  certificateByToken,
  certificateFor,
  certificateForQuiz,
  certificatesOf,
  certificatesOfPerson,
  certificatesPage,
  countCertificates,
  drawCertificate,
} from './queries';
export type { CertificateRow } from './schema';
export { type TakenBefore, takenBefore } from './taken-before';
export { certificatesTogether, eachPdf, mostTogether, onePdf } from './together';
export { certificateTold, type Told } from './told';
