export { partsToShare, type SharedPart } from './parts';
export {
  countByState,
  countWaiting,
  lessonsToMark,
  markersOfWork,
  markingQueue,
  type QueueRow,
  type QueueWish,
  type WorkPlace,
  type WorkState,
  workOf,
} from './queue';
export { type MarkerLoad, type Sharing, sharingCommands, sharingOf } from './share';
