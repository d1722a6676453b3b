import { vi } from 'vitest';
import type { Result } from '@/core/kernel/problem';

/** What was said to the school: the name of a command, or another address. */
export type Said = { readonly name: string; readonly input: { readonly [field: string]: unknown } };

/**
 * A school that is only heard by a test: what is sent to it, and what it answers. `answers` gives back null where the
 * line breaks; `takesMs` is how long each takes, and before `opens` nothing arrives.
 */
export class HeardSchool {
  readonly heard: Said[] = [];
  takesMs = 0;
  opens: Promise<unknown> = Promise.resolve();
  answers: (said: Said) => Result<unknown> | null;

  constructor(private readonly usual: Result<unknown>) {
    this.answers = () => usual;
    vi.stubGlobal('fetch', async (address: string, how: { readonly body: string }) => {
      const said = { name: address.replace('/api/do/', ''), input: JSON.parse(how.body) as Said['input'] };
      await this.opens;
      if (this.takesMs > 0) await new Promise((resolve) => setTimeout(resolve, this.takesMs));
      this.heard.push(said);
      const answer = this.answers(said);
      if (!answer) throw new TypeError('no line');
      return { json: async () => answer };
    });
  }

  breaks(): void {
    this.answers = () => null;
  }
  holds(): void {
    this.answers = () => this.usual;
  }
  saidTo(name: string): Said['input'][] {
    return this.heard.filter((one) => one.name === name).map(({ input }) => input);
  }
}
