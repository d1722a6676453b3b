export {
  countWaiting,
  countWork,
  lessonsToMark,
  markingQueue,
  type QueueRow,
  type QueueWish,
  type WorkPlace,
  waitingStates,
  workOf,
} from './queue';
