/**
 * A moment of a film as people read and write it: `3:40`, `1:03:40`, and with a part of a second where it has
 * one, `3:40.5`. Whole milliseconds from the beginning.
 */
export function clockTime(ms: number): string {
  const [seconds, rest] = [Math.floor(ms / 1000), ms % 1000];
  const [hours, minutes] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60];
  const two = (value: number) => String(value).padStart(2, '0');
  const whole = hours > 0 ? `${hours}:${two(minutes)}:${two(seconds % 60)}` : `${minutes}:${two(seconds % 60)}`;
  return rest === 0 ? whole : `${whole}.${String(rest).padStart(3, '0').replace(/0+$/, '')}`;
}

/** A moment to the second, for those who need no more. */
export const secondText = (ms: number): string => clockTime(Math.round(ms / 1000) * 1000);

/**
 * A moment as it was typed: `3:40`, `1:03:40.25`, `220` or `220.5` seconds, a comma for the point too. Null when it is
 * none.
 */
export function readClockTime(typed: string): number | null {
  const match = /^(?:(?:(\d{1,3}):)?(\d{1,3}):)?(\d{1,6})(?:[.,](\d{1,3})\d*)?$/.exec(typed.trim());
  if (!match) return null;
  const [, hours, minutes, seconds = '', part = ''] = match;
  // Behind a colon there are sixty of each, as on a clock.
  if (minutes !== undefined && (seconds.length > 2 || Number(seconds) > 59)) return null;
  if (hours !== undefined && Number(minutes) > 59) return null;
  return (
    (Number(hours ?? 0) * 3600 + Number(minutes ?? 0) * 60 + Number(seconds)) * 1000 + Number(part.padEnd(3, '0') || 0)
  );
}
