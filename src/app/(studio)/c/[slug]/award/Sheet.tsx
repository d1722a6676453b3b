import type { Drawn } from '@/server/certificate';
import styles from './award.module.css';

const keys = ['script-regular', 'serif-regular', 'serif-bold', 'sans-regular', 'sans-bold', 'arabic-regular', 'arabic-bold'];

/** The very fonts the PDF embeds. */
export const fontFaces = keys
  .map((key) => `@font-face{font-family:"${key}";src:url(/certificate-fonts/${key}) format("truetype");font-display:block}`)
  .join('');

/** A certificate drawn on screen from the same layout as its PDF. */
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
        <text
          key={`${text.part}/${text.y}`}
          x={text.x}
          y={text.y}
          fontSize={text.size}
          fill={text.colour}
          textAnchor="middle"
          style={{ fontFamily: text.font }}
        >
          {text.text}
        </text>
      ))}
      <path d={drawn.codePath} transform={`translate(${drawn.code.x} ${drawn.code.y}) scale(${scale})`} fill="black" />
    </svg>
  );
}
