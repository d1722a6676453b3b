export { type Found, findAnything } from './queries';
