/** A reason to stop that a person can do something about: printed as a sentence, without a stack. */
export class Stop extends Error {}

const colour = process.stdout.isTTY && !process.env.NO_COLOR;
const paint = (code, text) => (colour ? `\u001b[${code}m${text}\u001b[0m` : text);

export const say = (text = '') => console.log(text);
export const step = (text) => console.log(`${paint('32', '▪')} ${text}`);
/**
 * A step that takes its time: how long it has taken so far is shown while it goes on, and how long it took at the end.
 */
export async function stepTimed(text, work) {
  const since = Date.now();
  const seconds = () => `${Math.round((Date.now() - since) / 1000)} s`;
  const live = process.stdout.isTTY;
  const show = () => process.stdout.write(`\r${paint('32', '▪')} ${text} … ${seconds()}  `);
  const timer = live ? setInterval(show, 1000) : null;
  if (live) show();
  else step(text);
  try {
    return await work();
  } finally {
    if (timer) clearInterval(timer);
    if (live) process.stdout.write(`\r${paint('32', '▪')} ${text}: ${seconds()}      \n`);
    else say(`  ${seconds()}`);
  }
}

export const warn = (text) => console.error(`${paint('33', '▪')} ${text}`);
export const bold = (text) => paint('1', text);
