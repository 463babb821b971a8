'use client';

/** What a meter says on the old installation: any two points, in any state, touched, chosen or typed. */
import { METER_HIGH_OHMS, METER_LOW_OHMS } from '@core/circuit/netlist';
import { PART_POINTS, pointWords } from '@core/job/points';
import type { LowVoltageJob } from '@core/job/schema';
import { CABLE_ENDS, landedOn } from '@core/survey/landing';
import { parseReadings, READING_STATES } from '@core/survey/reading-lines';
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { useLowVoltage } from '../shell/family-job';
import { type AnyReading, MeasureAny, type ReadingMore } from '../shell/measure-any';

const QUANTITIES = [
  { value: 'volts-ac', label: 'V AC' },
  { value: 'volts-dc', label: 'V DC' },
  { value: 'ohms', label: 'Ω' },
  { value: 'amps', label: 'A' },
] as const;
const NORMAL = [
  { value: 'none', label: 'nothing of the kind' },
  { value: 'restart-delay', label: 'restart delay' },
  { value: 'defrost', label: 'defrost' },
  { value: 'run-on', label: 'run-on' },
] as const;

type FoundLine = { reading: AnyReading & { low: boolean } };

/** Every point that can be touched here: screws of both plates, bare ends of cores, parts. */
function pointsHere(job: LowVoltageJob): { value: string; label: string }[] {
  const points: string[] = [];
  for (const [id, c] of Object.entries(job.survey.conductors))
    for (const place of CABLE_ENDS[c.cable]) {
      const screw = landedOn(c, place);
      points.push(screw ? `${place}.${screw}` : `core.${id}.${place}`);
    }
  for (const s of job.survey.equipment.boardScrews ?? []) points.push(`board.${s}`);
  return [...new Set([...points, ...PART_POINTS.map((p) => p.id)])].map((value) => ({
    value,
    label: pointWords(job, value),
  }));
}

export function MeasureFound({ pair }: { pair: readonly string[] }): ReactNode {
  const { job } = useLowVoltage();
  const [during, setDuring] = useState<(typeof NORMAL)[number]['value']>('none');
  const [low, setLow] = useState(false);
  const meanwhile = during === 'none' ? {} : { during };
  const meter = (isLow: boolean): ReadingMore => ({
    meterOhms: isLow ? METER_LOW_OHMS : METER_HIGH_OHMS,
    ...meanwhile,
  });
  return (
    <MeasureAny<FoundLine>
      stop="survey"
      pair={pair}
      touch="a screw"
      points={pointsHere(job)}
      states={READING_STATES}
      quantities={QUANTITIES}
      more={meter(low)}
      parse={(line) => parseReadings(line, job)}
      says={({ reading: r }) =>
        `${pointWords(job, r.a)} to ${pointWords(job, r.b)} ${r.value}, ${r.state ?? ''}${r.low ? ', low meter' : ''}`
      }
      moreOf={({ reading }) => meter(reading.low)}
      example={
        <>
          Type <span className="mono">r to c 25.9</span>, <span className="mono">board y c 24 cool</span>,{' '}
          <span className="mono">blue wall to earth 12</span>, <span className="mono">primary 121</span>
        </>
      }
    >
      <Choice
        label="Meter"
        value={low ? 'low' : 'high'}
        options={[
          { value: 'high', label: '10 MΩ' },
          { value: 'low', label: '3 kΩ' },
        ]}
        onChoose={(v) => setLow(v === 'low')}
      />
      <Choice label="Normal behaviour meanwhile" value={during} options={NORMAL} onChoose={setDuring} />
    </MeasureAny>
  );
}
