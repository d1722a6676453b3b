export { awardIfEarned, certificateCommands } from './commands';
export { certificatePdf, checkedCertificate, type Drawn, drawnCertificate } from './draw';
export {
  type CertificateRow,
  certificateByToken,
  certificateFor,
  certificateForQuiz,
  certificatesOf,
  certificatesPage,
  checkAddress,
  countCertificates,
  drawCertificate,
} from './queries';
export { type TakenBefore, takenBefore } from './taken-before';
