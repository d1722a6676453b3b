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
