/**
 * Which names this server answers to. A page under another name that resolves to this machine would otherwise
 * read and write everything, with the same-origin rule on its side.
 */
const LOOPBACK: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '[::1]']);

/**
 * @param host the Host header, with or without a port
 * @param allowed further names by comma (AUGERSET_HOSTS), for a server that was deliberately opened
 */
export function hostAllowed(host: string | null, allowed: string | undefined): boolean {
  if (host === null) return false;
  const name = host.toLowerCase().replace(/:\d+$/, '');
  return (
    LOOPBACK.has(name) ||
    (allowed ?? '')
      .toLowerCase()
      .split(',')
      .some((h) => h.trim() !== '' && h.trim() === name)
  );
}
