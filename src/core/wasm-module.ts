/** A compiled kernel as it is committed: its bytes as text. Throws where it cannot be compiled. */
export const moduleOf = (base64: string): WebAssembly.Module =>
  new WebAssembly.Module(Uint8Array.from(atob(base64), (c) => c.charCodeAt(0)));
