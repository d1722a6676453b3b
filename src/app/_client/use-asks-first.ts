import { useEffect } from 'react';

/** Has the browser ask before the page is left, for as long as something would be lost with it. */
export function useAsksFirst(isOn: boolean): void {
  useEffect(() => {
    if (!isOn) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [isOn]);
}
