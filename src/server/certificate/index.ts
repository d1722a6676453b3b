export { awardIfEarned, certificateCommands } from './commands';
export { certificatePdf, type Drawn, drawnCertificate } from './draw';
export { fontPath, isFontKey } from './fonts';
export { certificateByToken, certificateFor, type CertificateRow, certificatesOf, checkAddress, drawCertificate } from './queries';
export { certificate } from './schema';
