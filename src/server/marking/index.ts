export {
  countByState,
  countWaiting,
  lessonsToMark,
  markingQueue,
  type QueueRow,
  type QueueWish,
  type WorkPlace,
  workOf,
} from './queue';
export { type MarkerLoad, type Sharing, sharingCommands, sharingOf } from './share';
