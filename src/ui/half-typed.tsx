'use client';

/**
 * Text begun and not yet taken: kept by this tab, so that a reload in the middle of a word loses nothing. It comes
 * back into the very field it was begun in, told apart by page, scope and name; two fields of one name keep nothing,
 * since a figure in the wrong field is worse than a lost one.
 */
import { usePathname } from 'next/navigation';
import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from 'react';

const Scope = createContext('');

/** Of which of several alike the fields inside are: a conductor, a test, a supply. */
export function HalfScope({ of, children }: { of: string; children: ReactNode }): ReactNode {
  const outer = useContext(Scope);
  return <Scope value={`${outer}/${of}`}>{children}</Scope>;
}

const mounted = new Map<string, number>();
const alone = (key: string): boolean => mounted.get(key) === 1;

function stored(key: string): string | null {
  try {
    return globalThis.sessionStorage?.getItem(key) ?? null;
  } catch {
    return null;
  }
}

function keep(key: string, text: string | null): void {
  try {
    if (text === null) globalThis.sessionStorage?.removeItem(key);
    else globalThis.sessionStorage?.setItem(key, text);
  } catch {
    // Forbidden or full: the text stands in its field all the same.
  }
}

/**
 * @param name tells the field apart from others of its page and scope, as its label does
 * @param taken what stands when nothing is begun; another value of it is followed unless something is begun
 */
export function useHalfTyped(name: string, taken = ''): [string, (text: string) => void] {
  const key = `augerset.half.${usePathname() ?? ''}${useContext(Scope)}|${name}`;
  const [text, setText] = useState(taken);
  const last = useRef({ key, taken });
  useEffect(() => {
    mounted.set(key, (mounted.get(key) ?? 0) + 1);
    // Once all fields of the page are there, so that two of a name are seen to be two.
    const timer = setTimeout(() => {
      const begun = stored(key);
      if (begun !== null && alone(key)) setText(begun);
    }, 0);
    return () => {
      clearTimeout(timer);
      mounted.set(key, (mounted.get(key) ?? 1) - 1);
    };
  }, [key]);
  useEffect(() => {
    const before = last.current;
    last.current = { key, taken };
    // The field now stands for something else: what was begun stays with what it was begun for.
    if (before.key !== key) setText(taken);
    // What somebody else put there does not take away what is being typed here.
    else if (before.taken !== taken)
      setText((now) => (now.trim() === before.taken || now.trim() === taken ? taken : now));
  }, [key, taken]);
  return [
    text,
    (next) => {
      setText(next);
      if (alone(key)) keep(key, next.trim() === taken ? null : next.slice(0, 8000));
    },
  ];
}
