/** Called once when the web server starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { endInTime } = await import('./server/platform/shutdown');
  endInTime();
  if (process.env.NODE_ENV !== 'production') return;
  const { takeOverConsole } = await import('./server/platform/log');
  takeOverConsole();
  const { warmReader } = await import('./server/exchange');
  setTimeout(warmReader, 3000).unref();
}
