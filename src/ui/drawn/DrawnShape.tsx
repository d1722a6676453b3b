'use client';
import './drawn.css';
import { memo, useEffect, useMemo, useState } from 'react';
import { inkText, type OnPage, type Shape, shapesOf, sortTitles, wordsOf } from '@/core/marking';
import { faceIsThere, measured } from './measure';

const fills = { none: 'none', paper: '#fff' } as const;

/** One thing that was drawn, as it is seen. */
export function DrawnShape({ one }: { readonly one: OnPage }) {
  // What has words is measured again once its face is there.
  const [face, setFace] = useState(false);
  const hasWords = wordsOf(one) !== '';
  useEffect(() => {
    if (hasWords) faceIsThere().then(() => setFace(true));
  }, [hasWords]);
  const ink = inkText(one.ink);
  // biome-ignore lint/correctness/useExhaustiveDependencies: with its face the same words are of another width
  const shapes = useMemo(() => shapesOf(one, measured), [one, face]);
  return shapes.map((shape, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: shapes of a thing stand in their order
    <ShapeOf key={i} shape={shape} ink={ink} />
  ));
}

/** The same, with its name and its words for those who do not see it; drawn anew only when it is another. */
export const DrawnThing = memo(function DrawnThing({
  one,
  opacity = 1,
}: {
  readonly one: OnPage;
  readonly opacity?: number;
}) {
  return (
    <g opacity={opacity}>
      <title>{[sortTitles[one.sort], wordsOf(one)].filter(Boolean).join(': ')}</title>
      <DrawnShape one={one} />
    </g>
  );
});

function ShapeOf({ shape, ink }: { readonly shape: Shape; readonly ink: string }) {
  if (shape.draw === 'words')
    return (
      <text
        {...{ x: shape.at[0], y: shape.at[1], fill: ink, fontSize: shape.size }}
        fontFamily="'Drawn Words', 'Noto Sans CJK SC', sans-serif"
        fontWeight={shape.bold ? 600 : 400}
        style={{ whiteSpace: 'pre' }}
      >
        {shape.words}
      </text>
    );
  const { path, fill, line } = shape;
  return (
    <path
      d={path}
      fill={fill === 'ink' || fill === 'veil' ? ink : fills[fill]}
      fillOpacity={fill === 'veil' ? 0.3 : 1}
      stroke={line > 0 ? ink : 'none'}
      strokeWidth={line}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
}
