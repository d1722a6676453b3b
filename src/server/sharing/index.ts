export { marksHere, partCommands, partHolders } from './parts';
