export { checkAddress } from './address';
export { badgeJson, badgeToken } from './badge/badge';
export { type CheckedBadge, checkBadge } from './badge/check';
export { achievedBy, achievementFor, issuer, issuerJwk, issuerKey, issuerKeys } from './badge/issuer';
export { currentKey, ensureOwnKey, type KnownKey, knownKeys } from './badge/keys';
export { badgePng, bakedPng, bakedSvg } from './badge/picture';
export { mostBadgeBytes } from './badge/read';
export { statusList, statusListToken } from './badge/status';
export { awardEarned, certificateCommands } from './commands';
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
export { findCertificate, mayCheckFile } from './find';
export { drawCertificate, drawCertificates } from './kept-pdf';
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
} from './queries';
export type { CertificateRow } from './schema';
export { sharing } from './sharing';
export { type TakenBefore, takenBefore } from './taken-before';
export { certificatesTogether, drawnBeside, eachPdf, mostTogether, onePdf } from './together';
export { certificateTold, type Told } from './told';
