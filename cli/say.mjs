/** A reason to stop that a person can do something about: printed as a sentence, without a stack. */
export class Stop extends Error {}

const colour = process.stdout.isTTY && !process.env.NO_COLOR;
const paint = (code, text) => (colour ? `\u001b[${code}m${text}\u001b[0m` : text);

export const say = (text = '') => console.log(text);
export const step = (text) => console.log(`${paint('32', '▪')} ${text}`);
export const warn = (text) => console.error(`${paint('33', '▪')} ${text}`);
export const bold = (text) => paint('1', text);
