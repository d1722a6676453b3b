/**
 * A length of time in milliseconds, rounded up, so that it never says nothing is left while something
 * is: `"3 days"`, `"9 hours"`, `"1 minute"`. Null when nothing is left.
 */
export function countdownText(milliseconds: number): string | null {
  const seconds = Math.ceil(milliseconds / 1000);
  if (seconds <= 0) return null;
  const unit = (count: number, name: string) => `${count} ${name}${count === 1 ? '' : 's'}`;
  const minutes = Math.ceil(seconds / 60);
  if (minutes < 60) return unit(minutes, 'minute');
  const hours = Math.ceil(minutes / 60);
  if (hours < 48) return unit(hours, 'hour');
  return unit(Math.ceil(hours / 24), 'day');
}
