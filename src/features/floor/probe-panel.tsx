'use client';

/** The probe's curves with the measured point, and what the display would show with each type set. */
import { ohmsAt, PROBE_TYPES, probeName } from '@core/floor/thermistor';
import type { ProbeType } from '@core/job/floor-schema';
import { displayUnit, toDisplay } from '@core/units/display';
import { fixed, temperature } from '@core/units/units';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import dynamic from 'next/dynamic';
import type { ReactNode } from 'react';
import type { ChartLine } from '../../ui/line-chart';
import { useFloor } from './use-floor';

const LineChart = dynamic(() => import('../../ui/line-chart'), {
  ssr: false,
  loading: () => <div className="line-chart" />,
});

const FROM = 5;
const TO = 45;

export function ProbePanel(): ReactNode {
  const { floor, survey, job } = useFloor();
  const { probe, sheet } = floor;
  const { ohms, floorCelsius } = survey.probe;
  const unit = displayUnit('temperature', job.units);
  if (ohms === undefined || probe.state !== 'reads')
    return (
      <section className="panel">
        <h2>Probe</h2>
        <p>
          {ohms === undefined
            ? 'Measure the probe in Survey: then it is known which type to set.'
            : `The probe is ${probe.state === 'open' ? 'broken: it reads open' : 'shorted'}. The device must not heat with it.`}
        </p>
      </section>
    );
  const settable = sheet?.probes ?? PROBE_TYPES;
  const curve = (type: ProbeType, tone: ChartLine['tone'], dashed: boolean): ChartLine => ({
    name: probeName(type),
    tone,
    dashed,
    points: Array.from({ length: 21 }, (_, i) => {
      const celsius = FROM + ((TO - FROM) * i) / 20;
      return { x: toDisplay(celsius, unit), y: ohmsAt(type, celsius) / 1000 };
    }),
  });
  const near = probe.fits.filter((f) => Math.abs(f.off) < 12 || f.type === probe.type);
  const lines: ChartLine[] = near.map((f) =>
    curve(f.type, f.type === probe.type ? 'copper' : 'ink', f.type !== probe.type),
  );
  if (floorCelsius !== undefined)
    lines.push({
      name: 'measured',
      tone: 'sea',
      dots: true,
      points: [{ x: toDisplay(floorCelsius, unit), y: ohms / 1000 }],
    });
  return (
    <section className="panel stack">
      <h2>Probe: {probe.type ? probeName(probe.type) : 'which type?'}</h2>
      {floorCelsius !== undefined ? (
        <>
          <LineChart
            title={`Ohms of floor probes by temperature; measured ${fixed(ohms, 0)} Ω at ${temperature(floorCelsius, job.units)}`}
            xName={`floor, ${unit.unit}`}
            yName="kΩ"
            yLog
            xText={(v) => fixed(v, 0)}
            yText={(v) => fixed(v, v < 10 ? 1 : 0)}
            lines={lines}
          />
          <Table className="plan-table">
            <TableHead>
              <TableRow>
                <TableCell component="th" scope="col">
                  Set to
                </TableCell>
                <TableCell component="th" scope="col">
                  Display would show
                </TableCell>
                <TableCell component="th" scope="col">
                  Off by
                </TableCell>
                <TableCell component="th" scope="col" />
              </TableRow>
            </TableHead>
            <TableBody>
              {probe.fits.map((f) => (
                <TableRow key={f.type}>
                  <TableCell component="th" scope="row">
                    {probeName(f.type)}
                  </TableCell>
                  <TableCell className="mono">
                    {temperature(f.celsius, job.units)} ±{fixed(f.tolerance, 1)} K
                  </TableCell>
                  <TableCell className="mono">
                    {f.off > 0 ? '+' : ''}
                    {fixed(f.off, 1)} K
                  </TableCell>
                  <TableCell>
                    {f.type === probe.type ? (
                      <b>this one</b>
                    ) : f.fits ? (
                      'could be'
                    ) : f.off < 0 ? (
                      'floor overheats'
                    ) : (
                      'floor stays cold'
                    )}
                    {settable.includes(f.type) ? '' : ', not on this device'}
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
          <p className="soft">R = R25 · exp(B (1/T − 1/298.15)), B 3950 K, and 3380 to 3980 for the tolerance.</p>
        </>
      ) : (
        <p>Give the floor’s temperature beside the probe to see which type it is.</p>
      )}
    </section>
  );
}
