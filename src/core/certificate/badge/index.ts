export {
  achievement,
  type BadgeFacts,
  type BadgePlaces,
  badgeCredential,
  claimsOf,
  contexts,
  type HashedAddress,
  issuerProfile,
  keyDocument,
  listLength,
  type PublicKey,
  statusBits,
  statusListCredential,
  statusPlace,
} from './credential';
export { badgeDesign, badgeSide } from './picture';
export { badgeInPng, badgeIntoPng, isPng } from './png';
export { badgeInSvg, badgeIntoSvg } from './svg';
