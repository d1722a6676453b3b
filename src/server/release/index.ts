export { releaseCommands } from './commands';
export { lookAgain, lookAtForgotten, lookAtSome } from './look';
export { wantsToKnow } from './queries';
