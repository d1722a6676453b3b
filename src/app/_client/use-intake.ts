'use client';
import { useState, useSyncExternalStore } from 'react';
import { type UploadState, uploads, type Wanted } from './upload-queue';

const nothing: UploadState = { items: [], paused: false, speed: null };
/** Everything that is being uploaded. */
export const useUploads = () => useSyncExternalStore(uploads.subscribe, uploads.get, () => nothing);

/** Files that a part of a page takes in: they go through the one queue, and the part knows how its own are doing. */
export function useIntake() {
  const [keys, setKeys] = useState<readonly number[]>([]);
  const own = useUploads().items.filter(({ key }) => keys.includes(key));
  const going = own.filter(({ state }) => state === 'waiting' || state === 'sending');
  const size = going.reduce((total, { file }) => total + file.size, 0);
  const sent = going.reduce((total, one) => total + Math.min(one.sent, one.file.size), 0);
  return {
    add: (wanted: readonly Wanted[]) => setKeys(uploads.add(wanted)),
    stop: () => {
      for (const { key } of going) uploads.cancel(key);
    },
    /** Percent of what is going on; null while nothing is. */
    percent: going.length === 0 ? null : Math.round((sent / Math.max(1, size)) * 100),
    problem: own.find(({ problem }) => problem !== null)?.problem?.sentence ?? null,
  };
}
