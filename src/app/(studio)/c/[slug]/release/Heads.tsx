import { dayText, type Names } from '@/core/kernel/time';
import { type BoardUnit, type Break, type Period, touches } from '@/core/release';
import styles from './board.module.css';

const unitNames: Record<BoardUnit, string> = { days: 'Day', weeks: 'Week', months: 'Month' };

type Props = {
  readonly periods: readonly Period[];
  readonly unit: BoardUnit;
  /** Minutes a week that are aimed at, at most. */
  readonly limit: number;
  readonly breaks: readonly Break[];
  /** What ends, and when, in milliseconds. */
  readonly ends: readonly { readonly name: string; readonly ms: number }[];
  readonly names: Names;
  readonly hasLater: boolean;
};

/** The heads of a board's columns: what each asks for against the aim, its days, and what falls into it. */
export function Heads({ periods, unit, limit, breaks, ends, names, hasLater }: Props) {
  const isOver = (minutes: number) => unit === 'weeks' && minutes > limit;
  const highest = Math.max(unit === 'weeks' ? limit : 1, ...periods.map(({ minutes }) => minutes));
  return (
    <>
      <div className={styles.corner}>
        <b>Minutes a {unit.slice(0, -1)}</b>
        {unit === 'weeks' && <span>aim: at most {limit}</span>}
      </div>
      {periods.map((period) => {
        const inIt = breaks.filter(({ from, to }) => touches(period, from, to));
        const [from, to] = [period.from.epochMilliseconds, period.to.epochMilliseconds];
        return (
          <div key={period.index} className={styles.week} data-break={inIt.length > 0 || undefined}>
            <div className={styles.bars} data-over={isOver(period.minutes) || undefined}>
              <i style={{ height: `${Math.round((period.minutes / highest) * 44)}px` }} />
              <span>{period.minutes}</span>
              {unit === 'weeks' && <em style={{ bottom: `${Math.round((limit / highest) * 44)}px` }} />}
            </div>
            <b>
              {unitNames[unit]} {period.index + 1}
            </b>
            <span>{dayText(period.from, names)}</span>
            {inIt.map(({ from, name }) => (
              <span key={from} className={styles.note}>
                {name || 'break'}
              </span>
            ))}
            {ends
              .filter(({ ms }) => ms >= from && ms < to)
              .map(({ name, ms }) => (
                <span key={`${name} ${ms}`} className={styles.end}>
                  {name}
                </span>
              ))}
          </div>
        );
      })}
      {hasLater && (
        <div className={styles.week}>
          <b>Later</b>
          <span>once something happens</span>
        </div>
      )}
    </>
  );
}
