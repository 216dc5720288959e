import { randomBytes } from 'node:crypto';
import { type NextRequest, NextResponse } from 'next/server';
import { refusal } from './server/http/guard';

/** Nothing is fetched from elsewhere, nobody may frame us, and no script runs but ours: each page names its own by a nonce. */
const policy = (nonce: string) =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'${process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

/** Next.js answers 500 to a path that `decodeURIComponent` refuses. */
function isMalformed(path: string): boolean {
  try {
    decodeURIComponent(path);
    return false;
  } catch {
    return true;
  }
}

/** Pages answer only under Fabrica's own name; the API guards itself (endpoint.ts), uploads stay off here. */
export function proxy(request: NextRequest): NextResponse {
  const refused = refusal(request, process.env.FABRICA_ADDRESS ?? 'http://127.0.0.1:4400');
  if (refused) return new NextResponse(refused, { status: 403 });
  const isApi = request.nextUrl.pathname.startsWith('/api/');
  if (!isApi && !['GET', 'HEAD'].includes(request.method))
    return new NextResponse('Pages are read, and nothing else.', {
      status: 405,
      headers: { allow: 'GET, HEAD' },
    });
  if (isMalformed(request.nextUrl.pathname))
    return new NextResponse('The address has a malformed percent sign.', { status: 400 });
  if (isApi) return NextResponse.next();
  const nonce = randomBytes(16).toString('base64');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  // Next.js takes the nonce of its own scripts from here.
  headers.set('content-security-policy', policy(nonce));
  const answer = NextResponse.next({ request: { headers } });
  answer.headers.set('content-security-policy', policy(nonce));
  return answer;
}

export const config = { matcher: ['/((?!api/|_next/static/).*)', '/api/(.*%.*)'] };
