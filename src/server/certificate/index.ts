export { awardIfEarned, certificateCommands } from './commands';
export { certificatePdf, type Drawn, drawnCertificate } from './draw';
export { fontPath, isFontKey } from './fonts';
export { type CertificateRow, certificateByToken, certificateFor, certificatesOf, checkAddress, drawCertificate } from './queries';
