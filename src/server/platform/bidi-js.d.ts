declare module 'bidi-js' {
  type Levels = {
    readonly levels: Uint8Array;
    readonly paragraphs: readonly { readonly start: number; readonly end: number; readonly level: number }[];
  };
  type Bidi = {
    getEmbeddingLevels(text: string, direction?: 'ltr' | 'rtl'): Levels;
    getMirroredCharactersMap(text: string, levels: Uint8Array, start?: number, end?: number): Map<number, string>;
  };
  export default function bidiFactory(): Bidi;
}
