import type { Drawn } from '@/server/certificate';
import styles from './award.module.css';

/** A certificate on screen: the outlines that its PDF embeds, set by the same setter. */
export function Sheet({ drawn, label }: { readonly drawn: Drawn; readonly label: string }) {
  const scale = drawn.code.side / drawn.codeModules;
  return (
    <svg className={styles.sheet} viewBox={`0 0 ${drawn.width} ${drawn.height}`} role="img" aria-label={label}>
      {drawn.boxes.map((box) => (
        <rect
          key={`${box.x}/${box.line}`}
          x={box.x}
          y={box.y}
          width={box.width}
          height={box.height}
          fill={box.fill ?? 'none'}
          stroke={box.stroke ?? 'none'}
          strokeWidth={box.line}
        />
      ))}
      {drawn.texts.map((text) => (
        <path key={`${text.part}/${text.y}`} d={text.path} fill={text.colour} />
      ))}
      <path d={drawn.codePath} transform={`translate(${drawn.code.x} ${drawn.code.y}) scale(${scale})`} fill="black" />
    </svg>
  );
}
