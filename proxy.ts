/** Before every route: only names this server is meant to answer to. */
import { type NextRequest, NextResponse } from 'next/server';
import { hostAllowed } from './src/host';

export function proxy(request: NextRequest): NextResponse {
  const refuse = (status: number, message: string): NextResponse =>
    NextResponse.json({ problems: [{ path: '', message }] }, { status });
  if (!hostAllowed(request.headers.get('host'), process.env.AUGERSET_HOSTS))
    return refuse(421, 'This server does not answer under that name.');
  try {
    decodeURIComponent(new URL(request.url).pathname);
  } catch {
    return refuse(400, 'The address holds a broken percent code.');
  }
  return NextResponse.next();
}
