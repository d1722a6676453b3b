import type { Present, Step } from '@/server/outline';

export type Heard = {
  readonly steps: (steps: readonly Step[]) => void;
  readonly people: (people: readonly Present[]) => void;
  /** The line stands, for the first time or again. */
  readonly opened: () => void;
  /** Something else about the course is new, for example a published edition. */
  readonly news: () => void;
  /** Too much has happened to be told step by step. */
  readonly lost: () => void;
};

/**
 * The line on which a course tells what others do. It is closed while nobody looks at the page, since a
 * browser keeps few lines to one host, and opened again from the last revision known.
 */
export class LiveLine {
  private source: EventSource | null = null;

  constructor(
    private readonly address: (since: number) => string,
    private readonly revision: () => number,
    private readonly heard: Heard,
  ) {}

  private open() {
    if (this.source || document.visibilityState === 'hidden') return;
    const source = new EventSource(this.address(this.revision()));
    source.addEventListener('steps', (event) => this.heard.steps(JSON.parse(event.data) as Step[]));
    source.addEventListener('people', (event) => this.heard.people(JSON.parse(event.data) as Present[]));
    source.addEventListener('open', this.heard.opened);
    source.addEventListener('news', this.heard.news);
    source.addEventListener('reload', this.heard.lost);
    source.addEventListener('error', () => {
      // The browser tries again by itself, unless the answer was final.
      if (source.readyState !== EventSource.CLOSED) return;
      this.close();
      setTimeout(() => this.wanted && this.open(), 5000);
    });
    this.source = source;
  }

  private close() {
    this.source?.close();
    this.source = null;
  }

  private wanted = false;
  private look = () => (document.visibilityState === 'hidden' ? this.close() : this.open());

  /** Listens until the answer is called. */
  start(): () => void {
    this.wanted = true;
    this.open();
    document.addEventListener('visibilitychange', this.look);
    return () => {
      this.wanted = false;
      document.removeEventListener('visibilitychange', this.look);
      this.close();
    };
  }
}
