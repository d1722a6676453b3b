'use client';
import { useSearchParams } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { useDesk } from '../_course/CourseProvider';
import { Workbench } from '../_course/Workbench';
import { Inspector } from '../_inspector/Inspector';
import { DropAnywhere } from './DropAnywhere';
import { Glance } from './Glance';
import { OutlineTree } from './OutlineTree';
import { Toolbar } from './Toolbar';

export default function BuildPage() {
  const { store } = useDesk();
  const wanted = useSearchParams().get('select');
  // Come from elsewhere to one lesson or section.
  useEffect(() => {
    if (!wanted) return;
    const { outline } = store.get();
    const table = (['lesson', 'section'] as const).find((one) => outline[one][wanted]);
    if (table) store.select({ table, id: wanted });
  }, [store, wanted]);
  const [query, setQuery] = useState('');
  const find = useRef<HTMLInputElement>(null);
  return (
    <Workbench inspector={<Inspector />}>
      <DropAnywhere />
      <Glance />
      <Toolbar query={query} onQuery={setQuery} find={find} />
      <OutlineTree query={query} goTo={wanted} onFind={() => find.current?.focus()} />
    </Workbench>
  );
}
