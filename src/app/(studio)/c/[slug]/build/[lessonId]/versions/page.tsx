import { courseDoor } from '@/app/_server/doors';
import { isId } from '@/core/kernel/ids';
import { wordDifference } from '@/core/kernel/word-difference';
import { plainText } from '@/core/outline';
import { versionsOfText } from '@/server/outline';
import { VersionsDesk } from './VersionsDesk';

type Props = {
  readonly params: Promise<{ slug: string; lessonId: string }>;
  readonly searchParams: Promise<{ version?: string | string[]; what?: string | string[] }>;
};

/** What a lesson's text has been, and word by word how one version became another. */
export default async function VersionsPage({ params, searchParams }: Props) {
  const [{ slug, lessonId }, { version, what }] = [await params, await searchParams];
  const here = `/c/${slug}/build/${lessonId}/versions`;
  const { person, db, head } = await courseDoor(slug, 'course.edit', here);
  const versions = isId(lessonId) ? await versionsOfText(db, head.id, lessonId) : [];
  // The newest is what stands there now: what it changed is asked of it, and what has changed since of the others.
  const found = versions.findIndex(({ revision }) => String(revision) === version);
  const at = Math.max(found, 0);
  const chosen = versions[at];
  // The first has nothing it could have changed.
  const own = at === 0 || (what === 'own' && at < versions.length - 1);
  const [was, is] = own ? [versions[at + 1], chosen] : [chosen, versions[0]];
  return (
    <VersionsDesk
      key={`${lessonId}/${versions[0]?.revision}`}
      lessonId={lessonId}
      versions={versions.map(({ content: _, ...rest }) => rest)}
      chosen={chosen && { revision: chosen.revision, content: chosen.content }}
      own={own}
      pieces={wordDifference(plainText(was?.content ?? null), plainText(is?.content ?? null))}
      names={{ locale: person.locale, zone: person.zone }}
    />
  );
}
