import type { UploadPurpose } from '@/core/media';
import type { UploadTarget } from './upload';

/** An upload that was begun in this browser and not finished, as its notes say. */
export type CutOff = {
  /** Where the note about it stands. */
  readonly key: string;
  readonly name: string;
  /** Bytes. */
  readonly size: number;
  readonly target: UploadTarget;
};

const notes = 'tus::';
/** What has not been gone on with for a day is swept away on the server. */
const keptMs = 24 * 3_600_000;

/** The uploads of somebody that were cut off in this browser, for which there is still something to go on with. */
export function cutOff(personId: string, now = Date.now()): CutOff[] {
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(`${notes}${personId}::`))
    .flatMap((key): CutOff[] => {
      try {
        const { size, metadata, creationTime } = JSON.parse(localStorage.getItem(key) ?? '') as {
          readonly size?: unknown;
          readonly metadata?: { readonly [name: string]: string };
          readonly creationTime?: string;
        };
        const { name = '', purpose = '', deed: _deed, ...place } = metadata ?? {};
        const isKept = now - Date.parse(creationTime ?? '') < keptMs;
        if (!isKept || typeof size !== 'number' || name === '' || purpose === '') return [];
        return [{ key, name, size, target: { ...place, purpose: purpose as UploadPurpose } }];
      } catch {
        return [];
      }
    });
}

export const forget = (left: readonly CutOff[]): void => {
  for (const { key } of left) localStorage.removeItem(key);
};
