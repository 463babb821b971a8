'use client';

/** Survey of a floor: drawn in section, mats with their readings, supply, probe. */
import { probeName } from '@core/floor/thermistor';
import { fixed, ohms, temperature } from '@core/units/units';
import { type ReactNode, useState } from 'react';
import { Choice, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { Bench } from '../shell/frame';
import { ReadingSide } from '../shell/reading-side';
import { Mats } from './mats';
import { FloorMeasure } from './measure';
import { type FloorPart, FloorSection } from './section';
import { useFloor } from './use-floor';
import '../survey/survey.css';

export function FloorSurveyScreen(): ReactNode {
  const { floor, survey, job, sealed, set } = useFloor();
  const [part, setPart] = useState<FloorPart>('covering');
  const { load } = floor;
  const { units } = job;
  return (
    <>
      <Bench title="What lies in the floor" note={load ? `${fixed(load.watts, 0)} W, ${fixed(load.amps, 1)} A` : ''}>
        <section className="panel stack">
          <FloorSection picked={part} onPick={setPart} />
          <PartFields part={part} />
        </section>
        <Mats />
        <section className="panel stack">
          <h2>Supply</h2>
          <div className="field-grid">
            <FigureField
              label="Supply, measured"
              quantity="volts"
              units={units}
              low={1}
              high={500}
              value={survey.supplyVolts}
              disabled={sealed}
              onTake={(supplyVolts) => set('Supply volts', { supplyVolts })}
            />
            <FigureField
              label="Breaker"
              quantity="amps"
              units={units}
              low={1}
              high={125}
              value={survey.breakerAmps}
              disabled={sealed}
              onTake={(breakerAmps) => set('Breaker', { breakerAmps })}
            />
            <FigureField
              label="Slack on the conductors"
              quantity="slack"
              units={units}
              low={0}
              high={2000}
              value={survey.slackMillimetres}
              disabled={sealed}
              onTake={(slackMillimetres) => set('Slack', { slackMillimetres })}
            />
          </div>
          <Choice
            label="Code of the region"
            value={survey.region}
            disabled={sealed}
            options={[
              { value: 'NA', label: 'North America' },
              { value: 'EU', label: 'Europe' },
              { value: 'UK', label: 'UK, Ireland' },
              { value: 'AU', label: 'Australia, NZ' },
            ]}
            onChoose={(region) => set(`Region: ${region}`, { region })}
          />
          <Choice
            label="Ground-fault protection ahead of the device"
            value={survey.groundFault}
            disabled={sealed}
            options={[
              { value: 'upstream', label: 'yes' },
              { value: 'none', label: 'none' },
            ]}
            onChoose={(groundFault) => set(`Ground fault: ${groundFault}`, { groundFault })}
          />
          <Choice
            label="Old thermostat"
            value={survey.old}
            disabled={sealed}
            options={[
              { value: 'none', label: 'none' },
              { value: 'mechanical', label: 'with a knob' },
              { value: 'electronic', label: 'electronic' },
            ]}
            onChoose={(old) => set(`Old thermostat: ${old}`, { old })}
          />
          <Tick
            checked={survey.screenEarthed === true}
            disabled={sealed}
            onToggle={(screenEarthed) =>
              set(screenEarthed ? 'Screen earthed' : 'Screen not earthed', { screenEarthed })
            }
          >
            Every cable screen is on earth
          </Tick>
        </section>
        <FloorMeasure stop="survey" />
      </Bench>
      <ReadingSide here="survey" sentence={floor.sentence}>
        {floor.probe.type && survey.probe.ohms !== undefined ? (
          <p className="soft">
            The probe is {probeName(floor.probe.type)}
            {survey.probe.floorCelsius === undefined
              ? '.'
              : `: ${ohms(survey.probe.ohms)} at ${temperature(survey.probe.floorCelsius, units)}.`}
          </p>
        ) : null}
      </ReadingSide>
    </>
  );
}

/** What can be said of the part that was touched. */
function PartFields({ part }: { part: FloorPart }): ReactNode {
  const { survey, job, sealed, set } = useFloor();
  const { units } = job;
  const { probe } = survey;
  const putProbe = (label: string, more: Partial<typeof probe>): boolean =>
    set(`Probe: ${label}`, { probe: { ...probe, ...more } });
  switch (part) {
    case 'room':
      return (
        <>
          <Choice
            label="The floor is for"
            value={survey.purpose}
            disabled={sealed}
            options={[
              { value: 'comfort', label: 'warm underfoot' },
              { value: 'bath', label: 'a bathroom' },
              { value: 'sole', label: 'the only heat' },
              { value: 'damp', label: 'keeping it dry' },
            ]}
            onChoose={(purpose) => set(`For: ${purpose}`, { purpose })}
          />
          <div className="field-grid">
            <FigureField
              label="Heated area"
              quantity="area"
              units={units}
              low={0.1}
              high={1000}
              value={survey.areaSquareMetres}
              disabled={sealed}
              hint="only where cable lies"
              onTake={(areaSquareMetres) => set('Area', { areaSquareMetres })}
            />
            <FigureField
              label="Room now"
              quantity="temperature"
              units={units}
              low={-20}
              high={40}
              value={survey.roomCelsius}
              disabled={sealed}
              onTake={(roomCelsius) => set('Room', { roomCelsius })}
            />
            <FigureField
              label="Outdoors now"
              quantity="temperature"
              units={units}
              low={-40}
              high={45}
              value={survey.outdoorCelsius}
              disabled={sealed}
              onTake={(outdoorCelsius) => set('Outdoors', { outdoorCelsius })}
            />
            {survey.purpose === 'sole' ? (
              <>
                <FigureField
                  label="Room loses"
                  quantity="conductance"
                  units={units}
                  low={1}
                  high={2000}
                  value={survey.lossWattsPerKelvin}
                  disabled={sealed}
                  hint="heat loss over its temperature difference"
                  onTake={(lossWattsPerKelvin) => set('What the room loses', { lossWattsPerKelvin })}
                />
                <FigureField
                  label="Coldest outdoors"
                  quantity="temperature"
                  units={units}
                  low={-40}
                  high={20}
                  value={survey.designCelsius}
                  disabled={sealed}
                  onTake={(designCelsius) => set('Coldest outdoors', { designCelsius })}
                />
              </>
            ) : null}
          </div>
        </>
      );
    case 'covering':
      return (
        <>
          <Choice
            label="Covering"
            value={survey.covering}
            disabled={sealed}
            options={(['tile', 'stone', 'timber', 'laminate', 'vinyl', 'carpet'] as const).map((value) => ({
              value,
              label: value,
            }))}
            onChoose={(covering) => set(`Covering: ${covering}`, { covering })}
          />
          <div className="field-grid">
            <FigureField
              label="Its maker allows"
              quantity="temperature"
              units={units}
              low={20}
              high={45}
              value={survey.coveringLimitCelsius}
              disabled={sealed}
              hint="wins over every other limit"
              onTake={(coveringLimitCelsius) => set('Covering’s limit', { coveringLimitCelsius })}
            />
            <FigureField
              label="Its resistance, m²K/W"
              quantity="plain"
              units={units}
              low={0}
              high={0.5}
              value={survey.coveringResistance}
              disabled={sealed}
              onTake={(coveringResistance) => set('Covering’s resistance', { coveringResistance })}
            />
          </div>
        </>
      );
    case 'layer':
      return (
        <Choice
          label="The cable lies"
          value={survey.build}
          disabled={sealed}
          options={[
            { value: 'board', label: 'in adhesive on insulation board' },
            { value: 'concrete', label: 'in adhesive on bare concrete' },
            { value: 'screed', label: 'in screed over insulation' },
            { value: 'joists', label: 'on boards between joists' },
          ]}
          onChoose={(build) => set(`Laid: ${build}`, { build })}
        />
      );
    case 'probe':
      return (
        <>
          <div className="field-grid">
            <FigureField
              label="Probe reads"
              quantity="ohms"
              units={units}
              low={0.01}
              high={1e9}
              value={probe.ohms}
              disabled={sealed}
              hint="off the device; 12k is taken, and OL"
              onTake={(value) => putProbe('ohms', { ohms: value })}
            />
            <FigureField
              label="Floor beside it"
              quantity="temperature"
              units={units}
              low={-20}
              high={60}
              value={probe.floorCelsius}
              disabled={sealed}
              hint="by thermometer, or by hand to ±2.5 K"
              onTake={(floorCelsius) => putProbe('floor temperature', { floorCelsius })}
            />
          </div>
          <Choice
            label="Printed on it"
            value={probe.type}
            disabled={sealed}
            options={(['6.8k', '10k', '12k', '15k', '33k', '47k', '100k'] as const).map((value) => ({
              value,
              label: probeName(value),
            }))}
            onChoose={(type) => putProbe(`type ${type}`, { type: probe.type === type ? undefined : type })}
          />
          <Choice
            label="It lies"
            value={probe.place}
            disabled={sealed}
            options={[
              { value: 'between', label: 'midway between two runs' },
              { value: 'across', label: 'on or across the cable' },
            ]}
            onChoose={(place) => putProbe(`place ${place}`, { place })}
          />
        </>
      );
    case 'beneath':
      return (
        <Choice
          label="Below is"
          value={survey.beneath}
          disabled={sealed}
          options={[
            { value: 'ground', label: 'the ground' },
            { value: 'heated', label: 'a heated room' },
            { value: 'unheated', label: 'an unheated space' },
          ]}
          onChoose={(beneath) => set(`Below: ${beneath}`, { beneath })}
        />
      );
  }
}
