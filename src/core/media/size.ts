const megabyte = 1024 * 1024;

/** Bytes as people say them: `12 kB`, `4.2 MB`, `1.18 GB`. */
export function sizeText(bytes: number): string {
  if (bytes < megabyte) return `${Math.max(bytes > 0 ? 1 : 0, Math.round(bytes / 1024))} kB`;
  if (bytes < 10 * megabyte) return `${(bytes / megabyte).toFixed(1)} MB`;
  if (bytes < 1024 * megabyte) return `${Math.round(bytes / megabyte)} MB`;
  return `${(bytes / (1024 * megabyte)).toFixed(2)} GB`;
}

/** Seconds that are left, as far as anybody wants to know: `20 s`, `1 min 20 s`, `2 h 5 min`. */
export function lengthText(seconds: number): string {
  const whole = Math.max(1, Math.round(seconds));
  if (whole < 60) return `${whole} s`;
  const minutes = Math.floor(whole / 60);
  if (minutes < 60) return whole % 60 === 0 ? `${minutes} min` : `${minutes} min ${whole % 60} s`;
  return `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
