import { string } from 'yup';
import { line } from '../kernel/line';
import { localeNames } from '../kernel/locale';

/**
 * A name stands on one line, also on a certificate: no line breaks, and nothing that cannot be seen but changes what is
 * around it.
 */
export const nameSchema = line(120, 'Keep the name under 120 characters.', 'Give a name.').test(
  'one line',
  'Write the name on one line, without signs that cannot be seen.',
  (name) => !/[\p{Cc}\p{Zl}\p{Zp}\u202a-\u202e\u2066-\u2069]/u.test(name.trim()),
);
export const emailSchema = line(254, 'Keep the address under 254 characters.', 'Give an e-mail address.').matches(
  /^\s*[^\s@]+@[^\s@]+\.[^\s@]+\s*$/,
  {
    message: 'Write an e-mail address such as name@school.example.',
    excludeEmptyString: true,
  },
);
export const localeSchema = string()
  .oneOf(localeNames, 'Choose one of the ways that are offered.')
  .required('Choose how dates are written.');
/** The one way an address is kept and looked for. */
export const plainEmail = (email: string): string => email.trim().toLowerCase();
export const passwordSchema = string()
  .min(10, 'Use at least 10 characters.')
  .max(128, 'Use at most 128 characters.')
  .required('Choose a password.');
