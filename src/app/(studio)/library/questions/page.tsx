import { schoolDoor } from '@/app/_server/doors';
import { isId } from '@/core/kernel/ids';
import { makesCourses } from '@/core/people';
import { outcomesFor } from '@/server/outline';
import { TopBar } from '../../_frame/TopBar';
import { BankDesk } from './BankDesk';

export const metadata = { title: 'Question bank' };

/** The questions of the school. */
export default async function BankPage({ searchParams }: { readonly searchParams: Promise<{ open?: string }> }) {
  const [entered, { open }] = await Promise.all([schoolDoor(makesCourses, '/library/questions'), searchParams]);
  const outcomes = await outcomesFor(entered.db, entered.person);
  return (
    <>
      <TopBar entered={entered} here="library" />
      <BankDesk opens={isId(open) ? open : null} outcomes={outcomes} zone={entered.person.zone} />
    </>
  );
}
