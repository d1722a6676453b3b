export {
  countWaiting,
  countWork,
  lessonsToMark,
  markingQueue,
  type QueueRow,
  type QueueWish,
  type WorkPlace,
  workOf,
} from './queue';
