'use client';
import { useContext, useEffect } from 'react';
import { GoContext } from './going';

/** Enter leads on, while nothing on the page has the keyboard. */
export function EnterKey({ href }: { readonly href: string }) {
  const go = useContext(GoContext);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || event.target !== document.body || event.ctrlKey || event.metaKey) return;
      go(href);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [href, go]);
  return null;
}
