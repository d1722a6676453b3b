import { send } from '@/app/_client/act';

const againMs = 20_000;
const soonMs = 250;

/** Tells those who have the course open where this person is: soon after each move, and every so often. */
export class Whereabouts {
  private stage = '';
  private soon: ReturnType<typeof setTimeout> | null = null;

  constructor(
    private readonly courseId: string,
    private readonly client: string,
    /** The lesson or section the person is in. */
    private readonly place: () => string | null,
  ) {}

  private say = (leaving: boolean) => send(`/api/course/${this.courseId}/here`, { client: this.client, stage: this.stage, id: this.place(), leaving }, leaving);

  /** The person has gone somewhere, to another stage perhaps. */
  moved = (stage = this.stage): void => {
    this.stage = stage;
    this.soon ??= setTimeout(() => {
      this.soon = null;
      if (document.visibilityState === 'visible') this.say(false);
    }, soonMs);
  };

  left = (): void => {
    this.say(true);
  };

  /** Goes on telling until the answer is called, and then says that the person has left. */
  start(): () => void {
    const beat = setInterval(() => this.moved(), againMs);
    this.moved();
    return () => {
      clearInterval(beat);
      if (this.soon) clearTimeout(this.soon);
      this.soon = null;
      this.left();
    };
  }
}
