import { describe, expect, it } from 'vitest';
import { hostAllowed } from './host';

describe('names this server answers to', () => {
  it.each(['localhost', 'localhost:3000', '127.0.0.1:80', '[::1]:3000', 'LOCALHOST:1'])('%s', (host) => {
    expect(hostAllowed(host, undefined)).toBe(true);
  });
  it.each([
    null,
    '',
    'evil.example',
    'evil.example:3000',
    'localhost.evil.example',
    '127.0.0.1.evil.example',
    '10.0.0.5:3000',
    ':3000',
  ])('not %s', (host) => expect(hostAllowed(host, undefined)).toBe(false));
  it('and those it was opened for, no others', () => {
    expect(hostAllowed('10.0.0.5:3000', 'bench.example, 10.0.0.5')).toBe(true);
    expect(hostAllowed('bench.example', 'bench.example,')).toBe(true);
    expect(hostAllowed('10.0.0.6', 'bench.example, 10.0.0.5')).toBe(false);
    expect(hostAllowed('', ',')).toBe(false);
  });
});
