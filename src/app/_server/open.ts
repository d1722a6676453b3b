import { fail } from '@/core/kernel/problem';
import { refuse } from './respond';

/** What is there for programs anywhere: no page of another house is kept from reading it. */
const forAll = { 'access-control-allow-origin': '*', 'x-content-type-options': 'nosniff' };

/** Something that anybody may read and keep for a minute, as JSON; null: there is no such thing. */
export const openJson = (value: object | null, type = 'application/json'): Response =>
  value
    ? new Response(JSON.stringify(value), {
        headers: { ...forAll, 'content-type': type, 'cache-control': 'public, max-age=60' },
      })
    : refuse(fail('not-found', 'Nothing of this school is at this address.').problem);

type Sent = { readonly type: string; readonly name?: string; readonly isPublic?: boolean };

/** Bytes or a text that are made as they are asked for; with a name they are taken along as a file. */
export const sent = (content: Uint8Array | string, { type, name, isPublic = false }: Sent): Response =>
  new Response(typeof content === 'string' ? content : Buffer.from(content), {
    headers: {
      ...forAll,
      'content-type': type,
      'cache-control': isPublic ? 'public, max-age=3600' : 'private, no-store',
      ...(name && { 'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}` }),
    },
  });
