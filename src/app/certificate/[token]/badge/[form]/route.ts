import { badgeAsked } from '@/app/_server/badge-asked';
import { openJson, sent } from '@/app/_server/open';
import { refuse } from '@/app/_server/respond';
import { type Database, forAnybody } from '@/app/_server/routes';
import { badgeJson, badgeToken, bakedPng, bakedSvg, type CertificateRow } from '@/server/certificate';

type Form = {
  readonly type: string;
  readonly content: (db: Database, row: CertificateRow) => Promise<Uint8Array | string>;
};
/** What a badge can be taken along as. */
const forms: { readonly [form: string]: Form } = {
  png: { type: 'image/png', content: bakedPng },
  svg: { type: 'image/svg+xml', content: bakedSvg },
  jwt: { type: 'application/vc+jwt', content: badgeToken },
  json: { type: 'application/vc', content: async (db, row) => JSON.stringify(await badgeJson(db, row), null, 2) },
};

export const GET = forAnybody(async ({ db, person, params: { token = '', form = '' } }) => {
  const wanted = Object.hasOwn(forms, form) ? forms[form] : undefined;
  if (!wanted) return openJson(null);
  const row = await badgeAsked(db, token, person);
  if (!row.ok) return refuse(row.problem);
  const content = await wanted.content(db, row.value);
  return sent(content, { type: wanted.type, name: `${row.value.number} badge.${form}` });
});
