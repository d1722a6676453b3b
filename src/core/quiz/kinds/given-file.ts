/** A file as it was stored: by the SHA-256 of its bytes. */
export type GivenFile = {
  readonly hash: string;
  readonly name: string;
  readonly size: number;
  readonly contentType: string;
};
