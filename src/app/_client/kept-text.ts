/** A text that this browser keeps until the school has it. */
export type KeptText = { get(): string | null; set(text: string | null): void };

/** What is kept under a name. A browser that keeps nothing, or is full, breaks nothing: what is typed waits in the page. */
export const keptText = (name: string): KeptText => ({
  get() {
    try {
      return localStorage.getItem(name);
    } catch {
      return null;
    }
  },
  set(text) {
    try {
      if (text === null) localStorage.removeItem(name);
      else localStorage.setItem(name, text);
    } catch {
      // A full store keeps what it had.
    }
  },
});
