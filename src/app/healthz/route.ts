/** The process is alive. */
export const GET = () => Response.json({ status: 'ok' });
export const dynamic = 'force-dynamic';
