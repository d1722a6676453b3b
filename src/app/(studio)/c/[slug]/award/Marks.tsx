import { memo } from 'react';
import type { Design } from '@/core/certificate';
import { pointsPerMm } from '@/core/certificate';
import type { DrawnMark } from '@/server/certificate';

/** What lies on a certificate, as the setter drew it: the outlines that its PDF embeds. */
export function Marks({ marks, shift }: { readonly marks: readonly DrawnMark[]; readonly shift?: Shift }) {
  return marks.map((mark, i) => {
    const moved = shift?.(mark.id);
    // biome-ignore lint/suspicious/noArrayIndexKey: marks are drawn anew as a whole
    return <OneMark key={i} mark={mark} x={moved?.x ?? 0} y={moved?.y ?? 0} />;
  });
}
type Shift = (id: string) => { readonly x: number; readonly y: number } | null;

const OneMark = memo(function OneMark({
  mark,
  x,
  y,
}: {
  readonly mark: DrawnMark;
  readonly x: number;
  readonly y: number;
}) {
  const transform = x === 0 && y === 0 ? undefined : `translate(${x} ${y})`;
  if (mark.sort === 'picture') {
    const { at, within, hash, id } = mark;
    const clip = `${at.y < within.y ? within.y - at.y : 0} ${at.x < within.x ? within.x - at.x : 0}`.split(' ');
    return (
      <image
        href={`/designed/${hash}`}
        {...at}
        preserveAspectRatio="none"
        data-thing={id}
        transform={transform}
        style={{ clipPath: `inset(${clip[0]}px ${clip[1]}px)` }}
      />
    );
  }
  const { path, fill, stroke, line, dash, isRound } = mark;
  const isDrawn = stroke !== null && line > 0;
  return (
    <path
      d={path}
      fill={fill ?? 'none'}
      stroke={isDrawn ? stroke : 'none'}
      strokeWidth={isDrawn ? line : undefined}
      strokeDasharray={dash.length > 0 ? dash.join(' ') : undefined}
      strokeLinecap={isRound ? 'round' : 'butt'}
      transform={transform}
    />
  );
});

/** How far things have gone, in points, since they were drawn. */
export const shiftSince =
  (drawn: Design, now: Design): Shift =>
  (id) => {
    const [then, here] = [drawn, now].map(({ things }) => things.find((one) => one.id === id)?.box);
    if (!then || !here) return null;
    return { x: (here.x - then.x) * pointsPerMm, y: (here.y - then.y) * pointsPerMm };
  };
