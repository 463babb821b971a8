/** The proof of a plant: by the receiver's own buttons first, then as paired; each channel alone, both, neither. */
import { OPEN_BOX_CAUTION } from '../mains/cautions';
import type { MeasurePlan, TestPlan } from '../proof/proof-run';
import type { DemandRow } from './demand';
import type { Plant } from './parts';
import type { BoilerSheet } from './sheet';

const seen = (id: string, what: string, state: string, yes: boolean, source: string): MeasurePlan => ({
  id,
  what,
  quantity: 'seen',
  state,
  predicted: yes ? { low: 1, high: 1 } : { low: 0, high: 0 },
  tolerance: 0,
  seen: { yes: 'yes', no: 'no' },
  source,
});

export function proofPlan(plant: Plant, sheet: BoilerSheet, demands: readonly DemandRow[]): TestPlan[] {
  const tests: TestPlan[] = [];
  const rounds = sheet.manualOverride
    ? ([
        ['manual', 'by the receiver’s buttons'],
        ['paired', 'from the paired head'],
      ] as const)
    : ([['paired', 'from the head']] as const);
  for (const [round, by] of rounds)
    for (const d of demands) {
      if (d.id === 'satisfied' && round === 'manual') continue;
      const r = d.planned;
      const measures: MeasurePlan[] = [
        seen('fires', 'The boiler fires', d.id, r.boilerFires, 'the circuit as planned, settled'),
      ];
      const volts = r.volts.get('BOILER.SL');
      if (plant.input === 'live' && volts !== undefined)
        measures.push({
          id: 'call',
          what: 'Boiler call to N',
          quantity: 'volts-ac',
          a: 'BOILER.SL',
          b: 'SUPPLY.N',
          state: d.id,
          predicted: Math.abs(volts) > 50 ? { low: 207, high: 253 } : { low: 0, high: 40 },
          tolerance: 3,
          source: 'the circuit in this demand; mains 230 V ±10 %',
        });
      // An old room thermostat left in series shows here: the valve's core stays dead with heating on.
      const core = plant.kind === 'zone-valves' ? 'CH1.brown' : plant.kind === 'three-port' ? 'MID.white' : null;
      const atValve = core ? r.volts.get(core) : undefined;
      if (core && atValve !== undefined)
        measures.push({
          id: 'heating-core',
          what: `Heating valve’s ${core.split('.')[1] ?? ''} to N`,
          quantity: 'volts-ac',
          a: core,
          b: 'SUPPLY.N',
          state: d.id,
          predicted: Math.abs(atValve) > 50 ? { low: 207, high: 253 } : { low: 0, high: 40 },
          tolerance: 3,
          source: 'the circuit in this demand; mains 230 V ±10 %',
        });
      if (r.boilerFires && plant.kind !== 'combination') {
        measures.push(
          seen('cylinder', 'The cylinder’s flow pipe gets warm', d.id, r.toCylinder, 'where the valves send the water'),
          seen('radiators', 'The radiators get warm', d.id, r.toRadiators, 'where the valves send the water'),
        );
      }
      const name = d.name.charAt(0).toUpperCase() + d.name.slice(1);
      tests.push({
        id: `${round}-${d.id}`,
        title: `${name}, ${by}`,
        state: d.id,
        set:
          d.id === 'none'
            ? 'Every channel off.'
            : d.id === 'satisfied'
              ? 'Hot water and heating on, with the cylinder thermostat turned down until it clicks.'
              : `${name} on ${by}; set heating at least 1.5 K above the room.`,
        must: r.boilerFires
          ? `The boiler fires${r.toCylinder ? ', the cylinder warms' : ''}${r.toRadiators ? ', the radiators warm' : ''}${r.toCylinder !== r.toRadiators && plant.kind !== 'combination' ? '; the other stays cold' : ''}.`
          : 'Boiler and pump stay off.',
        why: round === 'manual' ? 'The wiring is proved before any pairing.' : 'The head’s call reaches the boiler.',
        place: 'board',
        seconds: 120,
        wait: r.steps.length > 1 ? { seconds: 30, label: 'Valve travel' } : null,
        caution: OPEN_BOX_CAUTION,
        measures,
      });
    }
  if (sheet.head === 'battery')
    tests.push({
      id: 'battery-out',
      title: 'Batteries out of the head',
      state: 'none',
      set: 'Call for heat, then take the head’s batteries out and wait.',
      must: 'What the receiver then does is written down for the customer.',
      why: 'Flat batteries come in January.',
      place: 'wall',
      seconds: 120,
      wait: null,
      measures: [
        {
          id: 'noted',
          what: 'The receiver can be run by its buttons without the head',
          quantity: 'seen',
          state: 'none',
          predicted: sheet.manualOverride ? { low: 1, high: 1 } : { low: 0, high: 0 },
          tolerance: 0,
          seen: { yes: 'yes', no: 'no' },
          source: sheet.name,
        },
      ],
    });
  return tests;
}
