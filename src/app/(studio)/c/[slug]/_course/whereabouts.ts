import { send } from '@/app/_client/act';

const againMs = 20_000;
const soonMs = 250;
const unheardMs = 2000;

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

  private async say(leaving: boolean): Promise<void> {
    const here = { client: this.client, stage: this.stage, id: this.place(), leaving };
    const answer = await send(`/api/course/${this.courseId}/here`, here);
    // What did not arrive is said once more before long: until then the others look for this person in the wrong place.
    if (!answer.ok && answer.problem.code === 'unreachable' && !leaving && this.isHere)
      this.soon ??= setTimeout(this.now, unheardMs);
  }

  private isHere = false;
  private now = () => {
    this.soon = null;
    if (document.visibilityState === 'visible') void this.say(false);
  };

  /** The person has gone somewhere, to another stage perhaps. */
  moved = (stage = this.stage): void => {
    this.stage = stage;
    this.soon ??= setTimeout(this.now, soonMs);
  };

  left = (): void => {
    void this.say(true);
  };

  /** Goes on telling until the answer is called, and then says that the person has left. */
  start(): () => void {
    this.isHere = true;
    const beat = setInterval(() => this.moved(), againMs);
    this.moved();
    return () => {
      this.isHere = false;
      clearInterval(beat);
      if (this.soon) clearTimeout(this.soon);
      this.soon = null;
      this.left();
    };
  }
}
