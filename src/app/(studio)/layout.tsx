import '@mantine/core/styles.css';
import '@mantine/dates/styles.css';
import '@mantine/notifications/styles.css';
import '@mantine/dropzone/styles.css';
import '@/ui/theme/base.css';
import { Notifications } from '@mantine/notifications';
import type { ReactNode } from 'react';
import { LibraryProvider } from '@/app/_client/LibraryProvider';
import { Owner } from '@/app/_client/own-texts';
import { anybody, nonce } from '@/app/_server/doors';
import { namesNow } from '@/core/kernel/locale';
import { makesCourses } from '@/core/people';
import { Shell, shellMetadata, shellViewport } from '@/ui/frame/Shell';
import { UploadBar } from './_frame/UploadBar';

export const metadata = shellMetadata;
export const viewport = shellViewport;

/** For those who make, mark and run courses: with the whole interface library. */
export default async function StudioLayout({ children }: { readonly children: ReactNode }) {
  const [key, { person }] = await Promise.all([nonce(), anybody()]);
  return (
    <Shell nonce={key} names={person ?? namesNow()}>
      <LibraryProvider nonce={key}>
        <Notifications position="bottom-left" autoClose={7000} />
        <Owner personId={person?.id ?? ''}>
          {children}
          {person && makesCourses(person) && <UploadBar />}
        </Owner>
      </LibraryProvider>
    </Shell>
  );
}
