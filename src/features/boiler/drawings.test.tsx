/** What the boiler's drawings say, as markup. */
import { runDemand } from '@core/boiler/demand';
import { type Plant, plantParts } from '@core/boiler/parts';
import { BOILER_SHEETS } from '@core/boiler/sheet';
import { startTimeline } from '@core/boiler/start';
import { netsOf, planNets, planWires } from '@core/boiler/wiring';
import { BoilerSurvey } from '@core/job/boiler-schema';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { CentreTable, WiringCentre } from './centre';
import { StartLine } from './start-line';

const plant: Plant = { kind: 'zone-valves', zones: 1, input: 'live', output: 'live', overrun: false };
const boiler = BoilerSurvey.parse({});
const nothing = (): void => undefined;

describe('the wiring centre', () => {
  const nets = planNets(plant);
  const result = runDemand(plant, boiler, planWires(plant), { heating: [0], hotWater: false, cylinderCold: true });
  const html = renderToStaticMarkup(
    <WiringCentre parts={plantParts(plant)} nets={nets} result={result} lit={new Set(['point:RX.4'])} />,
  );

  it('names every terminal and says which are live', () => {
    expect(html).toContain('1 live, live; 2 neutral; 3 earth');
    expect(html).toContain('6 heating 1 on, live');
    expect(html).not.toContain('4 hot water on, live');
  });

  it('draws the valve on its way before it has arrived', () => {
    const onTheWay = renderToStaticMarkup(
      <WiringCentre parts={plantParts(plant)} nets={nets} result={result} lit={new Set()} step={0} />,
    );
    expect(onTheWay).toContain('heating valve 1 ●');
    expect(onTheWay).not.toContain('boiler ●');
    expect(onTheWay).not.toContain('7 call, live');
    expect(html).toContain('7 call, live');
  });

  it('numbers a terminal as the wiring centre does, where it was written down', () => {
    const traced = netsOf([{ a: 'RX.4', b: 'CH1.brown', centre: 12 }]);
    const table = renderToStaticMarkup(<CentreTable nets={traced} result={null} />);
    expect(table).toContain('>12</th>');
  });

  it('marks what runs and lights what is asked for', () => {
    expect(html).toContain('boiler ●');
    expect(html).toContain('heating valve 1 ●');
    expect(html).not.toContain('hot water valve ●');
    expect(html).toMatch(/centre-core heating 1 on live lit/);
  });

  it('with touching, shows empty terminals as buttons with their names', () => {
    const touched = renderToStaticMarkup(
      <WiringCentre
        parts={plantParts(plant)}
        nets={netsOf(planWires(plant))}
        result={null}
        lit={new Set()}
        onPoint={nothing}
        picked={['RX.1']}
      />,
    );
    expect(touched).toContain('aria-label="receiver 1, empty"');
    expect(touched).toContain('aria-label="receiver 4, joined"');
    expect(touched.match(/aria-pressed="true"/g)).toHaveLength(1);
  });

  it('says the same as a table', () => {
    const table = renderToStaticMarkup(<CentreTable nets={nets} result={result} />);
    expect(table).toContain('RX.4, CH1.brown');
    expect(table.match(/<b>live<\/b>/g)?.length).toBeGreaterThanOrEqual(3);
    expect(renderToStaticMarkup(<CentreTable nets={nets} result={null} />)).not.toContain('<b>live');
  });
});

describe('traced nets', () => {
  it('are the plan’s nets when everything is joined as planned', () => {
    const key = (points: readonly string[]): string => [...points].sort().join(' ');
    expect(
      netsOf(planWires(plant))
        .map((n) => key(n.points))
        .sort(),
    ).toEqual(
      planNets(plant)
        .map((n) => key(n.points))
        .sort(),
    );
    expect(
      netsOf(planWires(plant))
        .slice(0, 3)
        .map((n) => n.name),
    ).toEqual(['live', 'neutral', 'earth']);
  });
});

describe('the start on a time axis', () => {
  const [radio] = BOILER_SHEETS;
  if (!radio) throw new Error('no sheet');
  const timeline = startTimeline(boiler, radio);
  const html = renderToStaticMarkup(<StartLine timeline={timeline} started={{ hub: { done: true } }} />);

  it('says its length, draws waits apart from tasks, and fades what is done', () => {
    expect(html).toContain(`The start takes ${timeline.finish} minutes`);
    expect(html.match(/class="waiting/g)).toHaveLength(timeline.items.filter((i) => i.wait).length);
    expect(html).toMatch(/class="task critical done"/);
  });
});
