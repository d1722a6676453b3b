/** The address somebody asks from, as the web server has it from the connection, or from a proxy that is trusted. */
export const senderOf = (request: Request): string => request.headers.get('x-mosaik-address') ?? 'unknown';
