/** Before every route: only names this server is meant to answer to. */
import { type NextRequest, NextResponse } from 'next/server';
import { hostAllowed } from './app/api/_http/host';

export function proxy(request: NextRequest): NextResponse {
  if (hostAllowed(request.headers.get('host'), process.env.AUGERSET_HOSTS)) return NextResponse.next();
  return NextResponse.json(
    { problems: [{ path: '', message: 'This server does not answer under that name.' }] },
    { status: 421 },
  );
}
