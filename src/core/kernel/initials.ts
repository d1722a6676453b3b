/** What a person is shown as where there is no room for their name: how its first and its last word begin. */
export const initialsOf = (name: string): string => {
  const words = name.split(/\s+/).filter(Boolean);
  return [words[0], words.length > 1 ? words.at(-1) : ''].map((word) => word?.match(/^.\p{M}*/su)?.[0] ?? '').join('');
};
