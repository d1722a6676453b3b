/** A text as people look for it: without regard to case and to marks on letters. */
export const bare = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
