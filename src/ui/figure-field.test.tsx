import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { TextField } from './fields';
import { FigureField } from './figure-field';

const nothing = (): void => undefined;

describe('a figure with its unit', () => {
  const field = (units: 'si' | 'us', value: number | undefined): string =>
    renderToStaticMarkup(
      <FigureField
        label="Run"
        quantity="metres"
        units={units}
        value={value}
        low={0.1}
        high={500}
        onTake={nothing}
        hint="to the board"
      />,
    );

  it('is written in the job’s units', () => {
    expect(field('si', 15)).toContain('value="15"');
    expect(field('si', 15)).toContain('Run, m<');
    expect(field('us', 15)).toContain('value="49"');
    expect(field('us', 15)).toContain('Run, ft<');
  });

  it('says what it is of to those who listen, where the eye sees it from its place', () => {
    const html = renderToStaticMarkup(
      <FigureField
        of="Mat 1 before tiling"
        label="element"
        quantity="ohms"
        units="si"
        value={128}
        low={1}
        high={1e9}
        onTake={nothing}
      />,
    );
    expect(html).toContain('<span class="visually-hidden">Mat 1 before tiling </span>element, Ω');
  });

  it('is empty while unknown, and its hint is tied to it', () => {
    const html = field('si', undefined);
    expect(html).toContain('value=""');
    const id = /aria-describedby="([^"]+)"/.exec(html)?.[1] ?? 'none';
    expect(html).toContain(`id="${id}"`);
    expect(html).toContain('to the board');
  });
});

describe('a text', () => {
  it('has its label, and can be shut', () => {
    const html = renderToStaticMarkup(<TextField label="Zone" value="hall" onCommit={nothing} disabled />);
    expect(html).toContain('disabled');
    expect(html).toMatch(/<label[^>]* for="([^"]+)"[^>]*>Zone<\/label>.*<input[^>]* id="\1"/s);
  });
});
