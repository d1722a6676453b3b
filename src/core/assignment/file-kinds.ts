/** Kinds of files an assignment can take, each by the types it stands for. */
const kinds = {
  pdf: { name: 'PDF', is: (type: string) => type === 'application/pdf' },
  picture: { name: 'pictures', is: (type: string) => type.startsWith('image/') },
  text: { name: 'plain texts', is: (type: string) => type.startsWith('text/') },
  // Judged by its first bytes, an office document is an archive.
  office: { name: 'office documents', is: (type: string) => type === 'application/zip' },
  sound: { name: 'sound', is: (type: string) => type.startsWith('audio/') },
  film: { name: 'film', is: (type: string) => type.startsWith('video/') },
} as const;
export type FileKind = keyof typeof kinds;
export const fileKinds = Object.keys(kinds) as FileKind[];
export const fileKindName = (kind: FileKind): string => kinds[kind].name;

/** Whether a file of a type is of one of some kinds; of any where none is named. */
export const takesType = (taken: readonly FileKind[], type: string): boolean =>
  taken.length === 0 || taken.some((kind) => kinds[kind].is(type));

/** Kinds in words: `PDF or pictures`. */
export const fileKindsText = (taken: readonly FileKind[]): string => {
  const names = taken.map(fileKindName);
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} or ${names.at(-1)}`;
};
