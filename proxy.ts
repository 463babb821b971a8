/** Before every route: only names this server is meant to answer to. */
import { type NextRequest, NextResponse } from 'next/server';
import { contentPolicy } from './src/content-policy';
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
  const nonce = btoa(crypto.randomUUID());
  const policy = contentPolicy(nonce, process.env.NODE_ENV === 'development');
  const headers = new Headers(request.headers);
  // The framework reads the nonce off the request's own policy and gives it to its scripts.
  headers.set('Content-Security-Policy', policy);
  headers.set('x-nonce', nonce);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  return response;
}
