/** What the drawn parts say, as markup: states in words and shape, figures with their scale. */

import { startingWeek } from '@core/week/week';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { Choice, Tick } from './fields';
import { RangeBar } from './range-bar';
import { Coil, Label, labelWidth, paint } from './strip-parts';
import { WeekStrip } from './week-strip';

const nothing = (): void => undefined;
/** The x of a shape in the markup. */
const numbers = (html: string, pattern: RegExp): number[] => [...html.matchAll(pattern)].map((m) => Number(m[1]));

describe('the range bar', () => {
  const bar = (low: number, high: number, value: number | null, from?: number, to?: number): string =>
    renderToStaticMarkup(
      <RangeBar
        low={low}
        high={high}
        value={value}
        verdict="pass"
        label="says it"
        {...(from === undefined ? {} : { from })}
        {...(to === undefined ? {} : { to })}
      />,
    );

  it('says in words what it draws', () => {
    expect(bar(24, 27, 26)).toContain('aria-label="says it"');
  });

  it('puts the band where the prediction is, and no pointer until something is read', () => {
    const html = bar(24, 27, null, 0, 30);
    expect(html).not.toContain('pointer');
    const [x = 0] = numbers(html, /class="band" x="([\d.]+)"/g);
    expect(x).toBeCloseTo(10 + (24 / 30) * 230, 6);
  });

  it('a pointer beyond the scale stays on it', () => {
    const [x = 0] = numbers(bar(24, 27, 400, 0, 30), /class="pointer" d="M ([\d.]+)/g);
    expect(x).toBeCloseTo(240 - 8, 6);
  });

  it('has two to nine round ticks on any scale', () => {
    for (const [low, high] of [
      [0, 0.5],
      [24, 27],
      [290, 420],
      [-12, -8],
      [1000, 9000],
    ] as const) {
      const html = bar(low, high, (low + high) / 2);
      const ticks = html.match(/<text/g)?.length ?? 0;
      expect(ticks, `${low} to ${high}`).toBeGreaterThanOrEqual(2);
      expect(ticks, `${low} to ${high}`).toBeLessThanOrEqual(9);
    }
  });

  it('writes a true minus', () => {
    expect(bar(-12, -8, -10)).toMatch(/>−\d/);
  });
});

describe('fields', () => {
  it('a choice marks what is chosen, and a tick says whether it is done', () => {
    const choice = renderToStaticMarkup(
      <Choice
        label="Fuel"
        value="gas"
        options={[
          { value: 'gas', label: 'Gas' },
          { value: 'oil', label: 'Oil' },
        ]}
        onChoose={nothing}
      />,
    );
    expect(choice).toMatch(/<legend[^>]*>Fuel<\/legend>/);
    expect(choice.match(/aria-pressed="true"[^>]*>Gas/)).not.toBeNull();
    expect(choice.match(/aria-pressed="false"[^>]*>Oil/)).not.toBeNull();
    const tick = (checked: boolean): string =>
      renderToStaticMarkup(
        <Tick checked={checked} onToggle={nothing} note="why">
          Meter
        </Tick>,
      );
    expect(tick(true)).toMatch(/<input[^>]*type="checkbox"[^>]*checked=""/);
    // The screw is turned level when done: shape, not colour alone.
    expect([tick(true).includes('rotate'), tick(false).includes('rotate(-45')]).toEqual([false, true]);
  });

  it('shows names as text', () => {
    expect(
      renderToStaticMarkup(
        <Tick checked={false} onToggle={nothing}>
          {'<script>x</script>'}
        </Tick>,
      ),
    ).toContain('&lt;script&gt;');
  });
});

describe('parts of the strip', () => {
  it('paints insulation in its colour, and an unknown one in a neutral', () => {
    expect(paint('red').fill).toBe('#c62620');
    expect(paint('green-yellow')).toEqual({ fill: '#2c8a3d', stripe: '#e4c400' });
    expect(paint('mauve').fill).toBe('#a89f90');
    expect(paint('blue (new cable)').fill).toBe(paint('blue').fill);
  });

  it('a label is as wide as its words, and a cut end looks cut', () => {
    expect(labelWidth('turquoise, spare')).toBeGreaterThan(labelWidth('red'));
    const svg = (cut: boolean): string =>
      renderToStaticMarkup(
        <svg aria-hidden="true">
          <Coil x={0} y={0} colour="red" cut={cut} side={1} />
        </svg>,
      );
    expect(svg(true)).not.toBe(svg(false));
    expect(
      renderToStaticMarkup(
        <svg aria-hidden="true">
          <Label x={1} y={2} text="grey" lit />
        </svg>,
      ),
    ).toContain('label lit');
  });
});

describe('the week strip', () => {
  const week = startingWeek();
  const html = renderToStaticMarkup(
    <WeekStrip
      days={week.days ?? []}
      profiles={week.profiles}
      selected={{ day: 0, index: 1 }}
      onSelect={nothing}
      onMove={nothing}
      onAdd={nothing}
      onRemove={nothing}
      format={(c) => `${c} °C`}
      disabled={false}
    />,
  );

  it('names every event with its day, time, profile and setpoints', () => {
    expect(html).toContain('Monday 06:30: In, heat 20 °C, cool 24.5 °C');
    expect(html.match(/class="week-event/g)).toHaveLength((week.days ?? []).reduce((n, d) => n + d.length, 0));
  });

  it('marks the one that is held, and lets every day take another', () => {
    expect(html.match(/aria-pressed="true"/g)).toHaveLength(1);
    expect(html.match(/Add an event on/g)).toHaveLength(7);
  });

  it('carries the night over from the day before', () => {
    // Monday's first span begins at midnight with Sunday's last profile.
    expect(numbers(html, /class="heat" x1="(\d+)"/g)[0]).toBe(0);
  });

  it('without cooling it fills the warmth and names one temperature', () => {
    const floor = renderToStaticMarkup(
      <WeekStrip
        days={Array.from({ length: 7 }, () => [{ minute: 390, profile: 'warm' }])}
        profiles={{ warm: { name: 'Warm', heatCelsius: 28 } }}
        selected={null}
        onSelect={nothing}
        onMove={nothing}
        onAdd={nothing}
        onRemove={nothing}
        format={(c) => `${c} °C`}
        disabled={false}
      />,
    );
    expect(floor).toContain('Monday 06:30: Warm, heat 28 °C.');
    expect(floor).not.toContain('class="cool"');
    // Filled from its line down to the floor of the strip.
    const [y] = numbers(floor, /class="warmth" x="\d+" y="([\d.]+)"/g);
    const [height] = numbers(floor, /class="warmth"[^>]* height="([\d.]+)"/g);
    expect((y ?? 0) + (height ?? 0)).toBeCloseTo(74, 6);
    expect(y).toBeCloseTo(numbers(floor, /class="heat"[^>]* y1="([\d.]+)"/g)[0] ?? 0, 6);
  });

  it('an unknown profile is shown as unknown, not left out', () => {
    const odd = renderToStaticMarkup(
      <WeekStrip
        days={[[{ minute: 60, profile: 'party' }], [], [], [], [], [], []]}
        profiles={{}}
        selected={null}
        onSelect={nothing}
        onMove={nothing}
        onAdd={nothing}
        onRemove={nothing}
        format={String}
        disabled
      />,
    );
    expect(odd).toContain('class="unknown"');
    expect(odd).not.toContain('Add an event');
  });
});
