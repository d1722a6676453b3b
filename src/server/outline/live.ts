import { database } from '../platform/database';
import { listen } from '../platform/listen';
import { beforeShutdown } from '../platform/shutdown';
import { stepsSince } from './history';
import { sayLeft, watchPeople, whoIsHere } from './presence';

const beatMs = 15_000;

/**
 * Server-sent events of one course (HTML standard, 9.2): the steps of its history after a revision, who
 * is where, and that something else is new. It ends when the browser leaves, when `mayLook` no longer
 * holds, or when this process is to end; a browser then asks again from the last revision it has.
 */
export function courseEvents(
  courseId: string,
  since: number,
  personId: string,
  client: string,
  mayLook: () => Promise<boolean>,
): ReadableStream<Uint8Array> {
  const text = new TextEncoder();
  const ends: (() => void)[] = [];
  let revision = since;
  let open = true;
  const stop = () => {
    open = false;
    for (const end of ends.splice(0)) end();
  };
  return new ReadableStream<Uint8Array>({
    async start(stream) {
      const send = (words: string) => open && stream.enqueue(text.encode(words));
      const say = (event: string, data: unknown, id?: number) =>
        send(`${id === undefined ? '' : `id: ${id}\n`}event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
      const end = () => {
        if (!open) return;
        stop();
        stream.close();
      };
      // One look at a time, and another one when something was said during it.
      let looking = false;
      // While it is looked at whether they may still listen, nothing goes out: what was said before they could not is
      // all they get.
      let checking: Promise<void> | null = null;
      const check = (): Promise<void> => {
        checking ??= mayLook()
          .catch(() => false)
          .then((may) => {
            checking = null;
            if (!may) end();
          });
        return checking;
      };
      let askedAgain = false;
      const look = async (): Promise<void> => {
        askedAgain = true;
        if (looking) return;
        looking = true;
        try {
          while (askedAgain && open) {
            if (checking) await checking;
            askedAgain = false;
            const steps = await stepsSince(database(), courseId, revision);
            if (checking) await checking;
            const last = steps?.at(-1);
            if (steps === null) say('reload', null);
            else if (last) {
              revision = last.revision;
              say('steps', steps, revision);
            }
          }
        } catch {
          end();
        } finally {
          looking = false;
        }
      };
      const people = async () => {
        if (checking) await checking;
        try {
          const here = await whoIsHere(courseId);
          if (checking) await checking;
          say(
            'people',
            here.filter((one) => one.personId !== personId),
          );
        } catch {
          end();
        }
      };
      const news = async () => {
        if (checking) await checking;
        say('news', null);
        look();
      };
      ends.push(beforeShutdown(end));
      // First of all lines: told in one step with what was changed, it comes before whatever is said of the course
      // afterwards.
      ends.push(await listen('mosaik_access', (payload) => payload === personId && check(), check));
      ends.push(await listen('mosaik_course', (payload) => payload === courseId && news(), news));
      ends.push(await watchPeople(courseId, people));
      const beat = setInterval(async () => {
        await check();
        send(': still here\n\n');
        people();
      }, beatMs);
      ends.push(() => clearInterval(beat));
      // Who closes the window without a word has left too.
      ends.push(() => sayLeft(courseId, client).catch(() => {}));
      // It may have been ended while the lines were opened.
      if (!open) return stop();
      await look();
      people();
    },
    cancel: stop,
  });
}
