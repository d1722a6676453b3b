import { IconExternalLink } from '@tabler/icons-react';
import { hostOf } from '@/core/kernel/host';
import controls from '@/ui/plain/controls.module.css';

/** The way to something elsewhere: it says where it leads, and this page stays open. */
export function LinkPart({ address }: { readonly address: string }) {
  return (
    <p>
      <a className={controls.primary} href={address} target="_blank" rel="noopener noreferrer">
        <IconExternalLink size={17} stroke={1.75} aria-hidden="true" /> Open at {hostOf(address)}
      </a>{' '}
      <span className={controls.quiet}>It opens beside this page, and is not part of the course.</span>
    </p>
  );
}
