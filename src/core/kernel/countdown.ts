const unit = (count: number, name: string) => `${count} ${name}${count === 1 ? '' : 's'}`;

/**
 * A length of time in milliseconds, rounded up, so that it never says nothing is left while something
 * is: `"3 days"`, `"9 hours"`, `"1 minute"`. Null when nothing is left.
 */
export function countdownText(milliseconds: number): string | null {
  const seconds = Math.ceil(milliseconds / 1000);
  if (seconds <= 0) return null;
  const minutes = Math.ceil(seconds / 60);
  if (minutes < 60) return unit(minutes, 'minute');
  const hours = Math.ceil(minutes / 60);
  if (hours < 48) return unit(hours, 'hour');
  return unit(Math.ceil(hours / 24), 'day');
}

/**
 * As `countdownText`, in the two largest units that say something: `"2 days 5 hours"`, `"3 hours 20 minutes"`. Rounded
 * up.
 */
export function longCountdown(milliseconds: number): string | null {
  const minutes = Math.ceil(Math.ceil(milliseconds / 1000) / 60);
  if (minutes <= 0) return null;
  if (minutes < 60) return unit(minutes, 'minute');
  const pair = (whole: number, name: string, part: number, partName: string) =>
    part === 0 ? unit(whole, name) : `${unit(whole, name)} ${unit(part, partName)}`;
  if (minutes < 24 * 60) return pair(Math.floor(minutes / 60), 'hour', minutes % 60, 'minute');
  const hours = Math.ceil(minutes / 60);
  return pair(Math.floor(hours / 24), 'day', hours % 24, 'hour');
}

/**
 * A countdown as a clock, to the second and rounded up: `"2 days 03:20:05"`, `"00:00:01"`. Null when nothing is left.
 */
export function clockCountdown(milliseconds: number): string | null {
  const seconds = Math.ceil(milliseconds / 1000);
  if (seconds <= 0) return null;
  const two = (count: number) => String(count).padStart(2, '0');
  const days = Math.floor(seconds / 86_400);
  const clock = [Math.floor(seconds / 3600) % 24, Math.floor(seconds / 60) % 60, seconds % 60].map(two).join(':');
  return days > 0 ? `${unit(days, 'day')} ${clock}` : clock;
}
