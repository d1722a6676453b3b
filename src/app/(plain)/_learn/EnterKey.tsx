'use client';
import { useEffect } from 'react';

/** Enter leads on, while nothing on the page has the keyboard. */
export function EnterKey({ href }: { readonly href: string }) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || event.target !== document.body || event.ctrlKey || event.metaKey) return;
      window.location.assign(href);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [href]);
  return null;
}
