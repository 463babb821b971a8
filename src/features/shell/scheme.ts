/** Light for the van, dark for the cellar: the device's wish until somebody chooses. */
const KEY = 'augerset.scheme';

export function toggleScheme(): void {
  const next = document.documentElement.dataset.scheme === 'dark' ? 'light' : 'dark';
  document.documentElement.dataset.scheme = next;
  localStorage.setItem(KEY, next);
}

/** Run before the first paint, as text in the page's head. */
export const SCHEME_SCRIPT = `try{var s=localStorage.getItem('${KEY}');document.documentElement.dataset.scheme=s==='dark'||s==='light'?s:matchMedia('(prefers-color-scheme: dark)').matches?'dark':'light'}catch(e){}`;
