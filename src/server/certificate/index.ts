export { awardIfEarned, certificateCommands } from './commands';
export { certificatePdf, checkedCertificate, type Drawn, drawnCertificate } from './draw';
export {
  type CertificateRow,
  certificateByToken,
  certificateFor,
  certificatesOf,
  certificatesPage,
  checkAddress,
  countCertificates,
  drawCertificate,
} from './queries';
export { type TakenBefore, takenBefore } from './taken-before';
