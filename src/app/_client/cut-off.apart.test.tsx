import { beforeEach, describe, expect, test, vi } from 'vitest';
import { cutOff, forget } from './cut-off';
import { noteOf, type UploadTarget, upload } from './upload';
import { isBrowserOf } from './whose';

/** The packages' upload, as far as it is told what to do. */
type Told = { fingerprint(): Promise<string>; metadata: { readonly [name: string]: string } };
const begun = vi.hoisted(() => [] as Told[]);
vi.mock('tus-js-client', () => ({
  DetailedError: class extends Error {},
  Upload: class {
    constructor(
      _file: File,
      readonly options: Told,
    ) {}
    findPreviousUploads = async () => {
      const note = `tus::${await this.options.fingerprint()}::1`;
      return [localStorage.getItem(note)].flatMap((kept) => (kept ? [JSON.parse(kept)] : []));
    };
    resumeFromPreviousUpload() {}
    start() {
      begun.push(this.options);
    }
    abort() {}
  },
}));

const file = (name = 'weir.pdf', text = 'x'.repeat(40), lastModified = 5) => new File([text], name, { lastModified });
const forLesson = (lessonId: string): UploadTarget => ({ purpose: 'handed-in', courseId: 'c', lessonId });

/** Begins an upload as somebody, and leaves the note that is kept of it until it has ended. */
async function begins(personId: string, target: UploadTarget, which = file()): Promise<string> {
  begun.length = 0;
  isBrowserOf(personId);
  upload(which, target, () => {});
  await vi.waitFor(() => expect(begun).toHaveLength(1));
  const note = (await begun[0]?.fingerprint()) ?? '';
  const { size } = which;
  const kept = { size, metadata: begun[0]?.metadata, creationTime: new Date().toISOString() };
  localStorage.setItem(`tus::${note}::1`, JSON.stringify(kept));
  return note;
}
beforeEach(() => localStorage.clear());

describe('an upload that was cut off', () => {
  test('is gone on with by the same person, with the same file, for the same place', async () => {
    const note = await begins('ines', forLesson('l1'));
    const other = {
      lessonId: 'l1',
      mediaId: undefined,
      courseId: 'c',
      purpose: 'handed-in',
    } as unknown as UploadTarget;
    const deed = begun[0]?.metadata.deed;
    expect(await begins('ines', other)).toBe(note);
    // Begun anew because it was taken and nobody heard, it is the same deed.
    expect(begun[0]?.metadata.deed).toBe(deed);
    await begins('ines', forLesson('l2'));
    expect(begun[0]?.metadata.deed).not.toBe(deed);
  });
  test.each<[what: string, personId: string, target: UploadTarget, which: File]>([
    ['for another lesson', 'ines', forLesson('l2'), file()],
    ['for another purpose', 'ines', { ...forLesson('l1'), purpose: 'attachment' }, file()],
    ['by somebody else', 'temi', forLesson('l1'), file()],
    ['with a file of another name', 'ines', forLesson('l1'), file('mill.pdf')],
    ['with a file of another size', 'ines', forLesson('l1'), file('weir.pdf', 'y')],
    ['with a file that was changed', 'ines', forLesson('l1'), file('weir.pdf', 'x'.repeat(40), 6)],
  ])('is not gone on with %s', async (_, personId, target, which) => {
    expect(noteOf(personId, target, which)).not.toBe(await begins('ines', forLesson('l1')));
  });

  test('is offered to whoever began it, and to nobody else in the same browser', async () => {
    await begins('ines', { purpose: 'film', lessonId: 'l1' });
    expect(cutOff('temi')).toEqual([]);
    const [own, ...more] = cutOff('ines');
    expect([own?.name, own?.size, own?.target, more]).toEqual([
      'weir.pdf',
      40,
      { purpose: 'film', lessonId: 'l1' },
      [],
    ]);
    expect(cutOff('ines', Date.now() + 25 * 3_600_000)).toEqual([]);
    forget(cutOff('ines'));
    expect(localStorage).toHaveLength(0);
  });
});
