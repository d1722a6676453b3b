export { aroundOf } from './around';
export { choicesOf } from './choices';
export { messageCommands } from './commands';
export { keepBackReminders, leaveMessages, type NewMessage } from './outbox';
export {
  lettersTo,
  type MessageState,
  type MessageView,
  messageOf,
  type OutboxRow,
  outboxPage,
} from './queries';
export { messageStates } from './schema';
export { sendSome } from './send';
export { type Arrived, openPost } from './stand-in';
export { type Text, textsOf } from './texts';
