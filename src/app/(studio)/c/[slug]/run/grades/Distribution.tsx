'use client';
import { Area, ComposedChart, Line, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import styles from './grades.module.css';

type Props = {
  readonly before: Float64Array;
  readonly trial: Float64Array | null;
  readonly passPercent: number | null;
};
const px = { width: 310, height: 130 };
const binsOf = (shares: Float64Array): number[] => {
  const bins = Array<number>(10).fill(0);
  for (const share of shares) {
    if (share < 0) continue;
    const at = Math.min(9, Math.floor(share * 10));
    bins[at] = (bins[at] ?? 0) + 1;
  }
  return bins;
};

/** How many have which grade: as it is, and as it would be. The same stands in a table below. */
export function Distribution({ before, trial, passPercent }: Props) {
  const [was, becomes] = [binsOf(before), trial && binsOf(trial)];
  const data = was.map((count, i) => ({ at: i * 10 + 5, was: count, becomes: becomes?.[i] ?? count }));
  return (
    <>
      <ResponsiveContainer width="100%" height={px.height} initialDimension={px}>
        <ComposedChart data={data} margin={{ top: 16, right: 6, bottom: 0, left: 6 }} accessibilityLayer={false}>
          <XAxis
            dataKey="at"
            type="number"
            domain={[0, 100]}
            ticks={[0, 20, 40, 60, 80, 100]}
            height={18}
            tickLine={false}
            axisLine={false}
            tick={{ fill: 'var(--ink-2)', fontSize: 11 }}
          />
          <YAxis hide domain={[0, 'dataMax']} />
          <Area dataKey="becomes" stroke="var(--plum)" fill="var(--plum-l)" isAnimationActive={false} />
          {becomes && <Line dataKey="was" stroke="var(--ink)" dot={false} isAnimationActive={false} />}
          {passPercent !== null && (
            <ReferenceLine
              x={passPercent}
              stroke="var(--brick)"
              strokeDasharray="3 3"
              label={{ value: `pass mark ${passPercent}`, position: 'top', fontSize: 11, fill: 'var(--brick-text)' }}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
      <details>
        <summary className={styles.quiet}>The same as a table</summary>
        <table className={styles.bins}>
          <thead>
            <tr>
              <th scope="col">Grade</th>
              <th scope="col">{becomes ? 'Now' : 'Learners'}</th>
              {becomes && <th scope="col">On trial</th>}
            </tr>
          </thead>
          <tbody>
            {was.map((count, i) => (
              <tr key={data[i]?.at}>
                <th scope="row">{i === 9 ? '90 % and more' : `${i * 10} to below ${i * 10 + 10} %`}</th>
                <td>{count}</td>
                {becomes && <td>{becomes[i]}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </>
  );
}
