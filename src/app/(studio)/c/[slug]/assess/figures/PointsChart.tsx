'use client';
import { Bar, BarChart, Cell, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { QuizFigures } from '@/core/quiz';

const px = { width: 330, height: 150 };

/** How many papers earned how much, those that pass darker; the same is told to whoever hears the page. */
export function PointsChart({ figures, passPercent }: { readonly figures: QuizFigures; readonly passPercent: number }) {
  const { bars, scale } = figures;
  const pass = (scale.of * passPercent) / 100;
  const data = bars.map(({ to, count }) => ({ to: Number(to.toFixed(2)), count }));
  const width = scale.of / bars.length;
  // The first bar of which some part passes: the line stands before it.
  const first = data.find(({ to }) => to > pass || to - width >= pass);
  return (
    <>
      <ResponsiveContainer width="100%" height={px.height} initialDimension={px}>
        <BarChart
          data={data}
          margin={{ top: 18, right: 0, bottom: 0, left: 0 }}
          barCategoryGap={1}
          accessibilityLayer={false}
        >
          <XAxis
            dataKey="to"
            height={18}
            tickLine={false}
            axisLine={false}
            tick={{ fill: 'var(--ink-2)', fontSize: 11 }}
          />
          <YAxis hide domain={[0, 'dataMax']} allowDecimals={false} />
          <Bar dataKey="count" isAnimationActive={false}>
            {data.map(({ to }) => (
              <Cell key={to} fill={passPercent > 0 && to <= pass ? 'var(--plum-m)' : 'var(--plum)'} />
            ))}
          </Bar>
          {passPercent > 0 && first && (
            <ReferenceLine
              x={first.to}
              position="start"
              stroke="var(--ink)"
              label={{
                value: `pass mark ${passPercent} %`,
                position: 'top',
                fontSize: 11,
                fill: 'var(--ink)',
              }}
            />
          )}
        </BarChart>
      </ResponsiveContainer>
      <table className="visually-hidden">
        <caption>How many papers earned how much</caption>
        <tbody>
          {data.map(({ to, count }) => (
            <tr key={to}>
              <th scope="row">up to {to}</th>
              <td>{count}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
