import type { Facts } from '../facts';

/** The standards a badge is written by: W3C Verifiable Credentials 2.0 and Open Badges 3.0. */
export const contexts = {
  credential: 'https://www.w3.org/ns/credentials/v2',
  badge: 'https://purl.imsglobal.org/spec/ob/v3p0/context-3.0.3.json',
} as const;

/** Where what a badge names is found; whole addresses. */
export type BadgePlaces = {
  readonly credential: string;
  readonly issuer: string;
  readonly achievement: string;
  /** The list in which its withdrawal would stand, and where in it. */
  readonly status: { readonly list: string; readonly at: number };
};

/** The learner’s address, hashed with a salt (SHA-256, hexadecimal): whoever knows it can compare it. */
export type HashedAddress = { readonly hash: string; readonly salt: string };

export type BadgeFacts = {
  /** What the certificate says; of the grade only what its holder lets be seen. */
  readonly facts: Facts;
  readonly places: BadgePlaces;
  readonly email: HashedAddress | null;
};

type Json = { readonly [name: string]: unknown };

const hoursIn = (minutes: number) => Math.max(1, Math.round(minutes / 60));

/** What was done for it, in words of CommonMark. */
function criteria({ course, school, minutes, outcomes }: Facts): string {
  const hours = minutes === null ? null : hoursIn(minutes);
  return [
    `“${course}” of ${school} was completed.`,
    ...(hours === null ? [] : [`It took about ${hours} ${hours === 1 ? 'hour' : 'hours'} of work.`]),
    ...(outcomes.length === 0 ? [] : ['What was learnt:', outcomes.map((one) => `- ${one}`).join('\n')]),
  ].join('\n\n');
}

/** What a grade in percent is measured on; null where it is no percentage, and stands as words. */
const percentIn = (grade: string): string | null => /^(\d+(?:\.\d+)?) ?%$/.exec(grade)?.[1] ?? null;
const gradeOf = ({ grade }: Facts): string | null => (grade ? (grade.scale ?? grade.percent) : null);
const gradeAt = (achievement: string) => `${achievement}#grade`;

/** An Open Badges `Achievement`: what was achieved, the same for all who have. */
export function achievement(facts: Facts, id: string): Json {
  const grade = gradeOf(facts);
  const isPercent = grade !== null && percentIn(grade) !== null;
  return {
    id,
    type: ['Achievement'],
    achievementType: 'Certificate',
    name: facts.course,
    description: `A certificate of ${facts.school} for “${facts.course}”.`,
    criteria: { narrative: criteria(facts) },
    image: { id: `${id}/image`, type: 'Image', caption: `The badge for “${facts.course}” of ${facts.school}` },
    ...(grade !== null && {
      resultDescription: [
        {
          ...{ id: gradeAt(id), type: ['ResultDescription'], name: 'Course grade' },
          ...(isPercent ? { resultType: 'Percent', valueMin: '0', valueMax: '100' } : { resultType: 'Result' }),
        },
      ],
    }),
  };
}

/**
 * A certificate as an Open Badges 3.0 `OpenBadgeCredential`, without a signature. Times are instants (ISO 8601, UTC).
 */
export function badgeCredential({ facts, places, email }: BadgeFacts): Json {
  const grade = gradeOf(facts);
  const { status } = places;
  return {
    '@context': [contexts.credential, contexts.badge],
    id: places.credential,
    type: ['VerifiableCredential', 'OpenBadgeCredential'],
    name: facts.course,
    issuer: { id: places.issuer, type: ['Profile'], name: facts.school },
    validFrom: facts.at,
    awardedDate: facts.at,
    ...(facts.expires !== null && { validUntil: facts.expires }),
    credentialSubject: {
      type: ['AchievementSubject'],
      identifier: [
        { type: 'IdentityObject', hashed: false, identityType: 'name', identityHash: facts.name },
        ...(email
          ? [
              {
                ...{ type: 'IdentityObject', hashed: true, identityType: 'emailAddress' },
                ...{ identityHash: `sha256$${email.hash}`, salt: email.salt },
              },
            ]
          : []),
      ],
      licenseNumber: facts.number,
      achievement: achievement(facts, places.achievement),
      ...(grade !== null && {
        result: [
          { type: ['Result'], resultDescription: gradeAt(places.achievement), value: percentIn(grade) ?? grade },
        ],
      }),
    },
    credentialStatus: {
      id: `${status.list}#${status.at}`,
      type: 'BitstringStatusListEntry',
      statusPurpose: 'revocation',
      statusListIndex: String(status.at),
      statusListCredential: status.list,
    },
  };
}

/** The claims a credential has beside itself where it is a signed token (RFC 7519), in seconds since 1970. */
export function claimsOf(credential: Json): Json {
  const { id, issuer, validFrom, validUntil } = credential as { readonly [name: string]: string } & Json;
  const seconds = (at: string) => Math.floor(Date.parse(at) / 1000);
  return {
    iss: (issuer as unknown as { readonly id: string }).id,
    jti: id,
    ...(validFrom !== undefined && { nbf: seconds(validFrom) }),
    ...(validUntil !== undefined && { exp: seconds(validUntil) }),
  };
}

/** A key with which badges are checked: its name, itself (Multikey, `z6Mk…`), and since when it is taken back. */
export type PublicKey = { readonly id: string; readonly multibase: string; readonly revoked: string | null };

/** A key as its address gives it (W3C Controlled Identifiers, `Multikey`). */
export const keyDocument = (issuer: string, { id, multibase, revoked }: PublicKey): Json => ({
  '@context': 'https://w3id.org/security/multikey/v1',
  id: `${issuer}/keys/${id}`,
  type: 'Multikey',
  controller: issuer,
  publicKeyMultibase: multibase,
  ...(revoked !== null && { revoked }),
});

/** The school as issuer: an Open Badges `Profile` that names the keys it signs with, and has signed with. */
export const issuerProfile = (
  issuer: string,
  school: { readonly name: string; readonly url: string },
  keys: readonly PublicKey[],
): Json => ({
  '@context': [
    contexts.credential,
    contexts.badge,
    { assertionMethod: { '@id': 'https://w3id.org/security#assertionMethod', '@type': '@id', '@container': '@set' } },
  ],
  id: issuer,
  type: ['Profile'],
  ...school,
  assertionMethod: keys.filter(({ revoked }) => revoked === null).map(({ id }) => `${issuer}/keys/${id}`),
});

/** Places in one list: the fewest the standard allows, so that no list tells much by being asked for. */
export const listLength = 131_072;
/** In which list a certificate stands by its place among all, and where in it. */
export const statusPlace = (place: number): { readonly list: number; readonly at: number } => ({
  ...{ list: Math.floor(place / listLength), at: place % listLength },
});

/** A list of bits, the first the highest of the first byte, with those set that are named (W3C Bitstring Status List). */
export function statusBits(set: readonly number[]): Uint8Array {
  const bits = new Uint8Array(listLength / 8);
  for (const at of set) bits[at >> 3] = (bits[at >> 3] ?? 0) | (0x80 >> (at & 7));
  return bits;
}

/** A `BitstringStatusListCredential` without a signature. `encoded`: the bits, packed (gzip), in base64url. */
export const statusListCredential = (issuer: string, id: string, encoded: string, from: string): Json => ({
  '@context': [contexts.credential],
  id,
  type: ['VerifiableCredential', 'BitstringStatusListCredential'],
  issuer,
  validFrom: from,
  credentialSubject: {
    ...{ id: `${id}#list`, type: 'BitstringStatusList', statusPurpose: 'revocation' },
    encodedList: `u${encoded}`,
  },
});
