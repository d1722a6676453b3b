/** What a wave form is worked out from: 16-bit samples, one channel, so many a second. */
export const samplesASecond = 4000;
const mostBars = 36_000;

/** How many bars a second a film of so many seconds has: ten, or fewer for one of more than an hour. */
export const waveBarsASecond = (seconds: number): number => Math.min(10, mostBars / Math.max(1, seconds));

/**
 * How loud a film or a recording is over time: one byte a bar, 0 for silence to 255 for its loudest moment.
 * Fed with samples as they come (signed 16-bit, little-endian, `samplesASecond` of them), so that hours of
 * them need no more memory than the bars.
 */
export class WaveForm {
  readonly #peaks: Float64Array;
  readonly #each: number;
  #at = 0;
  /** Half a sample, where a piece ended in the middle of one. */
  #rest: number | null = null;

  constructor(seconds: number) {
    const bars = Math.max(1, Math.ceil(seconds * waveBarsASecond(seconds)));
    this.#peaks = new Float64Array(bars);
    this.#each = samplesASecond / waveBarsASecond(seconds);
  }

  add(bytes: Uint8Array): void {
    let i = 0;
    if (this.#rest !== null && bytes.length > 0) {
      this.#sample(this.#rest, bytes[0] ?? 0);
      i = 1;
    }
    for (; i + 1 < bytes.length; i += 2) this.#sample(bytes[i] ?? 0, bytes[i + 1] ?? 0);
    if (bytes.length > 0) this.#rest = i < bytes.length ? (bytes[i] ?? 0) : null;
  }

  #sample(low: number, high: number): void {
    const unsigned = low | (high << 8);
    const value = Math.abs(unsigned >= 0x8000 ? unsigned - 0x10000 : unsigned);
    const bar = Math.floor(this.#at / this.#each);
    if (bar < this.#peaks.length && value > (this.#peaks[bar] ?? 0)) this.#peaks[bar] = value;
    this.#at += 1;
  }

  bytes(): Uint8Array {
    const loudest = this.#peaks.reduce((most, one) => Math.max(most, one), 0);
    return Uint8Array.from(this.#peaks, (peak) => (loudest > 0 ? Math.round((peak / loudest) * 255) : 0));
  }
}
