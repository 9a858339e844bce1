import type { Request, RequestHandler } from 'express';
import { Problem } from '../problem';

const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);
/** What any page may send anywhere without asking first (CORS): never a body of ours. */
const ANYBODYS = new Set(['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data']);
/** Where a file comes as it is. */
const FILES =
  /^\/(jobs\/[^/]+\/artworks\/[^/]+|fonts\/[^/]+|materials\/[^/]+\/photo|photos\/[^/]+|trials\/[^/]+\/photo|book\/import)\/?$/;
const HERE = ['localhost', '127.0.0.1', '[::1]'];

/**
 * Answers only who asked for an address that is served here, and takes writes only from pages of its own: a page on any other
 * site can send a browser here, and a name that was made to point here would read the book.
 * @param more names under which the server is reached besides loopback's, with their port where it is not the usual one
 */
export function ownPagesOnly(more: readonly string[] = []): RequestHandler {
  return (request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    const host = request.headers.host ?? '';
    const served = [
      ...HERE.map((name) => `${name}:${request.socket.localPort}`),
      ...(request.socket.localPort === 80 ? HERE : []),
      ...more,
    ];
    if (!served.includes(host.toLowerCase()))
      throw new Problem(
        421,
        'host',
        'This address is none of the workshop’s. Open the application under the address that it was started with.',
      );
    if (WRITES.has(request.method)) {
      refuseForeign(request, host);
      refuseType(request);
    }
    next();
  };
}

function refuseForeign({ headers }: Request, host: string): void {
  const site = headers['sec-fetch-site'];
  const { origin } = headers;
  const isForeign =
    (typeof site === 'string' && site !== 'same-origin' && site !== 'none') ||
    (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`);
  if (isForeign) throw new Problem(403, 'foreign-page', 'A page of another site cannot write in the workshop’s book.');
}

function refuseType(request: Request): void {
  const { headers } = request;
  const hasBody = headers['transfer-encoding'] !== undefined || Number(headers['content-length'] ?? 0) > 0;
  if (!hasBody) return;
  const type = headers['content-type']?.split(';')[0].trim().toLowerCase() ?? '';
  const isFile = FILES.test(request.path);
  // Without a type any page may POST, but only a page that was let in may PUT.
  const isTaken = isFile
    ? !ANYBODYS.has(type) && (type !== '' || request.method === 'PUT')
    : type === 'application/json';
  if (!isTaken)
    throw new Problem(
      415,
      'type',
      `${isFile ? 'A file, sent as application/octet-stream or its own type,' : 'JSON, sent as application/json,'} was expected; ${type ? `“${type.slice(0, 80)}”` : 'a body without a type'} came.`,
    );
}
