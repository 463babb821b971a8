'use client';

/** What is asked of the part that was touched on the plant's drawing. */
import type { PlantPart } from '@core/boiler/plant-layout';
import type { BoilerSurvey } from '@core/job/boiler-schema';
import type { ReactNode } from 'react';
import { Choice, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { useBoiler, useSurvey } from './use-boiler';

const PLANTS = [
  { value: 'combination', label: 'combination' },
  { value: 'zone-valves', label: 'zone valves, cylinder' },
  { value: 'three-port', label: 'three-port valve, cylinder' },
  { value: 'gravity', label: 'gravity hot water' },
] as const;

const INPUTS = [
  { value: 'live', label: 'switched live' },
  { value: 'volt-free', label: 'volt-free, mains' },
  { value: 'low-voltage', label: 'extra low voltage' },
  { value: 'bus', label: 'data bus' },
] as const;

/** What is known of a part, in a few words; null while nobody has spoken of it. */
export function knownOf(part: PlantPart, survey: BoilerSurvey): string | null {
  switch (part) {
    case 'boiler':
      return survey.input === undefined ? null : (INPUTS.find((i) => i.value === survey.input)?.label ?? '');
    case 'valve':
    case 'cylinder':
    case 'radiators':
      if (survey.plant === undefined) return null;
      return part === 'cylinder'
        ? survey.cylinder
          ? `${survey.cylinder.litres} L`
          : 'litres not noted'
        : part === 'valve'
          ? ''
          : survey.emitters === undefined || survey.emitters === 'radiators'
            ? ''
            : survey.emitters;
    case 'pump':
      return survey.plant === undefined ? null : survey.pumpOverrun ? 'run on by the boiler' : '';
    case 'stat':
      return survey.plant === undefined ? null : '';
    case 'spur':
      return survey.neutral === undefined ? null : survey.earth === false ? 'no earth' : `${survey.fuseAmps ?? 3} A`;
    case 'room':
      return survey.oldRoomThermostat === undefined ? null : survey.oldRoomThermostat.replace('-', ' ');
    case 'receiver':
      return '';
  }
}

export function PartPanel({ part }: { part: PlantPart }): ReactNode {
  const { boiler, sealed, job } = useBoiler();
  const { survey, set } = useSurvey();
  const kind = (
    <Choice
      label="Plant"
      value={survey.plant}
      disabled={sealed}
      options={PLANTS}
      onChoose={(v) => set(`Plant: ${v}`, { plant: v })}
    />
  );
  switch (part) {
    case 'boiler':
      return (
        <>
          <Choice
            label="The boiler’s call terminals take"
            value={survey.input}
            disabled={sealed}
            options={INPUTS}
            onChoose={(input) => set(`Boiler input: ${input}`, { input })}
          />
          <Tick
            checked={survey.permanentLive !== false}
            disabled={sealed}
            onToggle={(permanentLive) => set(`Permanent live: ${permanentLive}`, { permanentLive })}
          >
            Permanent live at the boiler
          </Tick>
          <FigureField
            label="Boiler at 230 V"
            quantity="va"
            units={job.units}
            low={1}
            high={2000}
            value={survey.boilerVA}
            disabled={sealed}
            onTake={(boilerVA) => set('Boiler VA', { boilerVA })}
          />
        </>
      );
    case 'pump':
      return (
        <>
          <Choice
            label="The pump is"
            value={survey.pump ?? (survey.plant === 'combination' ? 'inside' : survey.plant ? 'outside' : undefined)}
            disabled={sealed}
            options={[
              { value: 'inside', label: 'in the boiler’s case' },
              { value: 'outside', label: 'a part of its own' },
            ]}
            onChoose={(pump) => set(`Pump: ${pump}`, { pump })}
          />
          <Tick
            checked={survey.pumpOverrun === true}
            disabled={sealed}
            onToggle={(pumpOverrun) => set(`Overrun: ${pumpOverrun}`, { pumpOverrun })}
          >
            The boiler runs its pump on (overrun)
          </Tick>
          <FigureField
            label="Pump"
            quantity="va"
            units={job.units}
            low={1}
            high={2000}
            value={survey.pumpVA}
            disabled={sealed}
            onTake={(pumpVA) => set('Pump VA', { pumpVA })}
          />
        </>
      );
    case 'valve':
    case 'cylinder':
    case 'stat':
      return (
        <>
          {kind}
          {survey.plant === 'zone-valves' ? (
            <FigureField
              label="Heating zones"
              quantity="plain"
              units={job.units}
              low={1}
              high={8}
              value={survey.heatingZones}
              disabled={sealed}
              onTake={(n) => set('Heating zones', { heatingZones: n === undefined ? undefined : Math.round(n) })}
            />
          ) : null}
        </>
      );
    case 'radiators':
      return (
        <>
          {survey.plant === undefined ? kind : null}
          <Choice
            label="Heat goes into"
            value={survey.emitters}
            disabled={sealed}
            options={[
              { value: 'radiators', label: 'radiators' },
              { value: 'floor', label: 'a floor circuit' },
            ]}
            onChoose={(emitters) => set(`Emitters: ${emitters}`, { emitters })}
          />
        </>
      );
    case 'room':
      return (
        <>
          <Choice
            label="Old room thermostat"
            value={survey.oldRoomThermostat}
            disabled={sealed}
            options={[
              { value: 'none', label: 'none' },
              { value: 'in-series', label: 'still in series' },
              { value: 'joined', label: 'joined through' },
              { value: 'floating', label: 'a core left loose' },
            ]}
            onChoose={(oldRoomThermostat) => set(`Old thermostat: ${oldRoomThermostat}`, { oldRoomThermostat })}
          />
          <Choice
            label="How many of them"
            value={survey.oldRoomThermostats === undefined ? undefined : String(survey.oldRoomThermostats)}
            disabled={sealed}
            options={[
              { value: '1', label: 'one' },
              { value: '2', label: 'two' },
            ]}
            onChoose={(n) => set(`Old thermostats: ${n}`, { oldRoomThermostats: Number(n) })}
          />
        </>
      );
    case 'receiver':
      return (
        <>
          {boiler.sheet?.head === 'mains' ? (
            <Choice
              label="Neutral at the device"
              value={survey.deviceNeutral}
              disabled={sealed}
              options={[
                { value: 'landed', label: 'landed on N, its other end seen' },
                { value: 'none', label: 'none there' },
              ]}
              onChoose={(deviceNeutral) => set(`Neutral at the device: ${deviceNeutral}`, { deviceNeutral })}
            />
          ) : null}
          <Tick
            checked={survey.deviceEarth !== false}
            disabled={sealed}
            onToggle={(deviceEarth) =>
              set(deviceEarth ? 'Earth at the device' : 'No earth at the device', { deviceEarth })
            }
          >
            Earth at the device
          </Tick>
          <Tick
            checked={survey.oldLinks === true}
            disabled={sealed}
            onToggle={(oldLinks) => set(`Links inside the old receiver: ${oldLinks ? 'yes' : 'no'}`, { oldLinks })}
          >
            The old receiver had links inside
          </Tick>
          <FigureField
            label="Coiled spare cores on the mains cables"
            quantity="plain"
            units={job.units}
            low={0}
            high={24}
            value={survey.spareCores}
            disabled={sealed}
            onTake={(n) => set('Spare cores', { spareCores: n === undefined ? undefined : Math.round(n) })}
          />
        </>
      );
    case 'spur':
      return (
        <>
          <Choice
            label="Neutral of the spur"
            value={survey.neutral}
            disabled={sealed}
            options={[
              { value: 'own', label: 'its own' },
              { value: 'shared', label: 'another circuit’s' },
            ]}
            onChoose={(neutral) => set(`Neutral: ${neutral}`, { neutral })}
          />
          <Tick
            checked={survey.earth !== false}
            disabled={sealed}
            onToggle={(earth) => set(earth ? 'Earth there' : 'No earth', { earth })}
          >
            Earth at the spur
          </Tick>
          <FigureField
            label="Spur fuse, A"
            quantity="plain"
            units={job.units}
            low={1}
            high={63}
            value={survey.fuseAmps}
            disabled={sealed}
            hint="3 A is usual"
            onTake={(fuseAmps) => set('Fuse', { fuseAmps })}
          />
        </>
      );
  }
}
