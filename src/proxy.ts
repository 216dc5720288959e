import { type NextRequest, NextResponse } from 'next/server';
import { refusal } from './server/http/guard';

/** Pages answer only under Fabrica's own name; the API guards itself (endpoint.ts), uploads stay off here. */
export function proxy(request: NextRequest): NextResponse {
  const refused = refusal(request, process.env.FABRICA_ADDRESS ?? 'http://127.0.0.1:4400');
  return refused ? new NextResponse(refused, { status: 403 }) : NextResponse.next();
}

export const config = { matcher: '/((?!api/|_next/static/).*)' };
