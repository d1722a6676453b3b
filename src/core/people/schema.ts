import { string } from 'yup';

export const nameSchema = string().trim().max(120, 'Keep the name under 120 characters.').required('Give a name.');
export const emailSchema = string()
  .trim()
  .lowercase()
  .max(254, 'Keep the address under 254 characters.')
  .matches(/^[^\s@]+@[^\s@]+\.[^\s@]+$/, { message: 'Write an e-mail address such as name@school.example.', excludeEmptyString: true })
  .required('Give an e-mail address.');
export const passwordSchema = string().min(10, 'Use at least 10 characters.').max(128, 'Use at most 128 characters.').required('Choose a password.');
