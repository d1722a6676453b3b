/** The mark: six tiles. Drawn with theme colours so that it sits on night and on panels. */
export function Mark({ size = 28 }: { readonly size?: number }) {
  const tile = (x: number, y: number, colour: string) => (
    <rect x={x} y={y} width="8.6" height="8.6" rx="1.4" fill={`var(--${colour})`} />
  );
  return (
    <svg width={size} height={(size * 18.2) / 28} viewBox="0 0 28 18.2" aria-hidden="true">
      {tile(0, 0, 'malachite-d')}
      {tile(9.7, 0, 'malachite-l')}
      {tile(19.4, 0, 'malachite-d')}
      {tile(0, 9.6, 'saffron-mark')}
      {tile(9.7, 9.6, 'malachite')}
      {tile(19.4, 9.6, 'plum')}
    </svg>
  );
}
