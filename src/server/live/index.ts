export { liveCommands } from './commands';
export { type AtDoor, atDoor, type RoomPlace } from './door';
export { type SessionDesk, sessionDesk } from './hosts';
export { type RoomLine, type RoomPerson, type RoomView, roomsOf, roomView } from './queries';
