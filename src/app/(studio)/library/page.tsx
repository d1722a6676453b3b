import { FindField } from '@/app/_client/FindField';
import { schoolDoor } from '@/app/_server/doors';
import { isId } from '@/core/kernel/ids';
import { findIn, pageIn } from '@/core/kernel/page';
import { dayText } from '@/core/kernel/time';
import { counted } from '@/core/kernel/words';
import { libraryKinds, sizeText } from '@/core/media';
import { can, makesCourses } from '@/core/people';
import { instantFrom } from '@/server/enrolment';
import { itemsPerPage, libraryEntry, libraryFilters, libraryPage } from '@/server/media';
import { whereUsed } from '@/server/outline';
import { Link } from '@/ui/frame/Link';
import { Pages } from '@/ui/table/Pages';
import { TopBar } from '../_frame/TopBar';
import { DropGround } from './DropGround';
import { FileInspector } from './FileInspector';
import { Items } from './Items';
import styles from './library.module.css';
import { filterNames, kindNames } from './names';

export const metadata = { title: 'Library' };

type Query = { readonly [name: string]: string | string[] | undefined };

/** Everything the school has to show, hear and hand out. */
export default async function LibraryPage({ searchParams }: { readonly searchParams: Promise<Query> }) {
  const [entered, asked] = await Promise.all([schoolDoor(makesCourses, '/library'), searchParams]);
  const { person, db } = entered;
  const find = findIn(asked.find);
  const kind = libraryKinds.find((one) => one === asked.kind) ?? null;
  const only = libraryFilters.find((one) => one === asked.only) ?? null;
  const tag = findIn(asked.tag);
  const view = asked.view === 'list' ? 'list' : 'pictures';
  const chosen = isId(asked.file) ? asked.file : null;
  const [{ rows, found, bytes, page }, entry, used] = await Promise.all([
    libraryPage(db, person, { find, kind, only, tag, page: pageIn(asked.page) }),
    chosen ? libraryEntry(db, person, chosen) : null,
    chosen ? whereUsed(db, person, chosen) : null,
  ]);
  const given = { find, kind: kind ?? '', only: only ?? '', tag, view: view === 'list' ? view : '' };
  const hrefOf = (other: { readonly [name: string]: string }) => {
    const parameters = Object.entries({ ...given, ...other }).filter(([, value]) => value !== '');
    return `/library?${new URLSearchParams(parameters)}`;
  };
  const filters = [
    ...libraryKinds.map((one) => ({
      name: kindNames[one],
      on: kind === one,
      href: hrefOf({ kind: kind === one ? '' : one }),
    })),
    ...libraryFilters.map((one) => ({
      name: filterNames[one],
      on: only === one,
      href: hrefOf({ only: only === one ? '' : one }),
    })),
    ...(tag === '' ? [] : [{ name: `tag: ${tag}`, on: true, href: hrefOf({ tag: '' }) }]),
  ];
  const isNarrowed = find !== '' || kind !== null || only !== null || tag !== '';
  return (
    <>
      <TopBar entered={entered} here="library" />
      <DropGround
        mayUpload={can(person, 'course.create')}
        views={{ pictures: hrefOf({ view: '' }), list: hrefOf({ view: 'list' }) }}
        view={view}
      >
        <div className={styles.bench} data-chosen={entry !== null || undefined}>
          <main className={styles.main}>
            <h1 className="visually-hidden">Library</h1>
            <div className={styles.head}>
              <Link href="/library/questions">Question bank</Link>
              <FindField label="Find in the library" placeholder="Find a name, words, a tag" find={find} />
              <nav className={styles.filters} aria-label="Filters">
                {filters.map(({ name, on, href }) => (
                  <Link key={name} href={href} aria-current={on || undefined}>
                    {name}
                  </Link>
                ))}
              </nav>
              <span className={styles.sum}>
                {counted(found, 'file')} · {sizeText(bytes)}
              </span>
            </div>
            {found === 0 && (
              <p className={styles.empty}>
                {isNarrowed
                  ? 'Nothing in the library is like that. Take a filter away, or look for other words.'
                  : 'The library is empty. Drop films, recordings, pictures or documents anywhere on this page.'}
              </p>
            )}
            <Items
              items={rows}
              view={view}
              chosen={chosen}
              hrefOf={Object.fromEntries(rows.map(({ id }) => [id, hrefOf({ file: id, page: String(page) })]))}
            />
            <Pages
              page={page}
              found={found}
              perPage={itemsPerPage}
              what="files"
              hrefOf={(other) => hrefOf({ page: String(other) })}
            />
          </main>
          {entry && used && (
            <aside className={styles.inspector} aria-label="The file that is chosen">
              <FileInspector
                key={entry.id}
                entry={entry}
                used={used}
                versions={entry.versions.map(({ at, ...one }) => ({ ...one, day: dayText(instantFrom(at), person) }))}
                closeHref={hrefOf({ page: String(page) })}
              />
            </aside>
          )}
        </div>
      </DropGround>
    </>
  );
}
