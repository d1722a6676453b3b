export const metadata = { title: 'Blank' };

/** Nothing but the framework: what every page weighs, for the bench to compare with. */
export default function BlankPage() {
  return <main />;
}
