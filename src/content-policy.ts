/** What a page of the application may load and run: its own scripts by nonce, nothing from anywhere else. */

/**
 * @param nonce of this answer alone
 * @param developing the development server evaluates code
 */
export const contentPolicy = (nonce: string, developing = false): string =>
  [
    "default-src 'self'",
    // The circuit kernel is compiled, which needs the right to compile WebAssembly and nothing more.
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'${developing ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' 'nonce-${nonce}'`,
    // Drawings carry their positions as style attributes; they can load nothing.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    // The rig stands beside the application, on this machine.
    "connect-src 'self' http://127.0.0.1:* http://localhost:*",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
