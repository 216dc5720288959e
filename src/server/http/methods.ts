import { type IncomingMessage, Server, type ServerResponse } from 'node:http';

/** Methods that pages and routes know (RFC 9110, 9; RFC 5789). */
const KNOWN: readonly string[] = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'];

/**
 * Refuses all other methods before anything looks at the request: Next.js can make no request of TRACE, and would answer as
 * if something had failed.
 */
export function refuseUnknownMethods(server: { emit: Server['emit'] } = Server.prototype): void {
  const emit = server.emit;
  server.emit = function (this: Server, event: string, ...all: unknown[]): boolean {
    const [request, response] = all as [IncomingMessage, ServerResponse];
    if (event !== 'request' || KNOWN.includes(request.method ?? ''))
      return (emit as (...all: unknown[]) => boolean).call(this, event, ...all);
    request.resume();
    response.writeHead(405, { allow: KNOWN.join(', '), connection: 'close' });
    response.end('This method is not used here.');
    return true;
  } as Server['emit'];
}
