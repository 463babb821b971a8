/** Names that every object inherits, and text that some layer cannot read back, are met at the border. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BadTextError, parseJson } from './job/bounds';
import { applyOperation, type Operation } from './job/operation';
import { emptyJob } from './job/schema';
import { badText } from './job/text';
import { own } from './own';

/** Everything an object has without having it. */
const INHERITED = Object.getOwnPropertyNames(Object.prototype);
const edit = (path: string[], to: unknown): Operation => ({
  id: 'operation-1',
  job: 'job-1',
  base: 1,
  at: '2026-03-01T09:00:00Z',
  by: { client: 'phone', name: 'x' },
  kind: 'edit',
  label: 'x',
  changes: [{ path, to }],
});

describe('inherited names', () => {
  it.each(INHERITED)('"%s" is refused at the root, in the site, the survey and a collection', (name) => {
    for (const at of [[], ['site'], ['survey'], ['survey', 'seen'], ['week']]) {
      const applied = applyOperation(emptyJob(), edit([...at, name], 'x'));
      expect([name, at, applied.ok]).toEqual([name, at, false]);
    }
  });

  it('are nobody’s own', () => {
    for (const name of INHERITED) expect(own({}, name)).toBeUndefined();
    expect(own({ toString: 1 } as Record<string, unknown>, 'toString')).toBe(1);
  });
});

describe('text', () => {
  it.each([
    ['a NUL', 'a\u0000b'],
    ['an escape', '\u001b[31m'],
    ['a high half', '\ud800'],
    ['a low half', 'x\udc00'],
    ['two high halves', '\ud800\ud800\udc00'],
  ])('with %s is refused, in a value and in a key', (_what, text) => {
    expect(badText({ site: { name: text } })?.path).toBe('site.name');
    expect(badText({ site: { [text]: 1 } })?.path).toBe('site');
    expect(() => parseJson(JSON.stringify({ a: text }))).toThrow(BadTextError);
  });

  it('of any language, with lines and tabs, passes', () => {
    for (const text of ['Küche, 2 °C', 'a\n\tb', '線', '😀 𝛀', '']) expect(badText([text])).toBeNull();
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const printable = [...text].every((c) => (c.codePointAt(0) ?? 0) >= 32 && c.codePointAt(0) !== 127);
        if (printable) expect(badText(text)).toBeNull();
      }),
      { seed: 29, numRuns: 500 },
    );
  });

  it('a key called __proto__ is refused, not dropped', () => {
    expect(() => parseJson('{"site":{"__proto__":{"name":"x"}}}')).toThrow('__proto__');
  });
});

/** `key in object` with a key that is no literal: it would meet the prototype. */
const DYNAMIC_IN = /(?<!for \((?:const|let) [\w{}, []*)(?<=[\w)\]]) in (?:[a-z][\w.]*)\s*(?:\)|\?|&&|\|\||;)/;
const lines = (folder: string): [string, string][] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
    const at = join(folder, e.name);
    if (e.isDirectory()) return lines(at);
    if (!/\.tsx?$/.test(e.name) || /\.test\./.test(e.name)) return [];
    return readFileSync(at, 'utf8')
      .split('\n')
      .filter((l) => !/^\s*(\/\/|\*|\/\*)/.test(l))
      .map((l): [string, string] => [at, l]);
  });
const dynamic = (l: string): boolean =>
  DYNAMIC_IN.test(l.replace(/'[^']*'|"[^"]*"|`[^`]*`/g, '""').replace(/"" in /g, ''));

describe('the code', () => {
  it('asks for own properties alone', () => {
    // The canary: what was there before.
    expect(dynamic('    const unknown = Object.keys(after).find((k) => !(k in shape));')).toBe(true);
    expect(dynamic("  if (!('ok' in value)) return;")).toBe(false);
    const src = new URL('../', import.meta.url).pathname;
    expect(lines(src).filter(([, l]) => dynamic(l))).toEqual([]);
  });
});
