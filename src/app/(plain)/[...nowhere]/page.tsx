import { notFound } from 'next/navigation';

/** Every other address: the school's own page that says so. */
export default function Nowhere(): never {
  notFound();
}
