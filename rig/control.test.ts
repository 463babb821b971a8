/** A thermostat's calls: by how far the room is off, by what it is set to, and held until it is there. */
import { describe, expect, it } from 'vitest';
import type { TerminalRole } from '../src/core/survey/terminals.data';
import { accessoryOutputs, type Moment, wantedRoles } from './control';

const moment = (more: Partial<Moment> & { mode?: 'off' | 'heat' | 'cool'; on?: readonly TerminalRole[] }): Moment => {
  const { mode = 'heat', on = [], ...rest } = more;
  return {
    thermostat: { mode, fan: 'auto', heatCelsius: 20, coolCelsius: 24, heatBy: 'compressor', accessories: [] },
    settings: {},
    accessories: [],
    roomCelsius: 20,
    resting: false,
    was: (role) => on.includes(role),
    marking: null,
    valveReversed: false,
    dual: false,
    closesValve: false,
    ...rest,
  };
};
const dryer = { kind: 'dehumidifier', verb: 'dehumidify', terminal: 'DHM', reversed: false, needsFan: true };

describe('a thermostat', () => {
  it('begins half a degree under its setpoint and goes on until a little over it', () => {
    expect(wantedRoles(moment({ roomCelsius: 19.6 }))).toEqual([]);
    expect(wantedRoles(moment({ roomCelsius: 19.4 }))).toEqual(['heat1']);
    expect(wantedRoles(moment({ roomCelsius: 20.2, on: ['heat1'] }))).toEqual(['heat1']);
    expect(wantedRoles(moment({ roomCelsius: 20.4, on: ['heat1'] }))).toEqual([]);
  });

  it('calls as many stages as it was told of', () => {
    expect(wantedRoles(moment({ roomCelsius: 15 }))).toEqual(['heat1', 'heat2', 'heat3']);
    expect(wantedRoles(moment({ roomCelsius: 15, settings: { 'stages.heat': '1' } }))).toEqual(['heat1']);
    expect(wantedRoles(moment({ roomCelsius: 15, settings: { 'stages.heat': '0' } }))).toEqual([]);
  });

  it('runs the fan with heat only where it is set to', () => {
    expect(wantedRoles(moment({ roomCelsius: 19, settings: { 'fan.heating': 'thermostat' } }))).toEqual([
      'heat1',
      'fan',
    ]);
    expect(wantedRoles(moment({ roomCelsius: 19, settings: { 'fan.heating': 'equipment' } }))).toEqual(['heat1']);
  });

  it('cools nothing when set as heat only, nor heats when set as cooling only', () => {
    expect(wantedRoles(moment({ mode: 'cool', roomCelsius: 26 }))).toEqual(['cool1', 'fan']);
    expect(wantedRoles(moment({ mode: 'cool', roomCelsius: 26, settings: { 'equipment.kind': 'heat-only' } }))).toEqual(
      [],
    );
    expect(wantedRoles(moment({ roomCelsius: 18, settings: { 'equipment.kind': 'cool-only' } }))).toEqual([]);
  });

  it('drives the valve by its marking and by how it is set; set as a furnace it knows none', () => {
    const cold = { roomCelsius: 19, marking: 'O' } as const;
    const warm = { mode: 'cool', roomCelsius: 26, marking: 'O' } as const;
    const drives = (m: Moment): boolean => wantedRoles(m).includes('valve-cool');
    expect([drives(moment(cold)), drives(moment(warm))]).toEqual([false, true]);
    const wrong = { settings: { 'valve.active': 'B' } };
    expect([drives(moment({ ...cold, ...wrong })), drives(moment({ ...warm, ...wrong }))]).toEqual([true, false]);
    const furnace = { settings: { 'equipment.kind': 'furnace-ac' } };
    expect(wantedRoles(moment({ ...cold, ...furnace }))).toEqual(['heat1']);
    expect(wantedRoles(moment({ ...warm, ...furnace }))).toEqual(['cool1', 'fan']);
  });

  it('lets a compressor rest, and never interrupts one for it', () => {
    expect(wantedRoles(moment({ mode: 'cool', roomCelsius: 26, resting: true }))).toEqual([]);
    expect(wantedRoles(moment({ mode: 'cool', roomCelsius: 26, resting: true, on: ['cool1'] }))).toContain('cool1');
  });

  it('moves air for an accessory where it is set to, and turns a reversed output round', () => {
    const asked = moment({ mode: 'off', accessories: [dryer] });
    const wants: Moment = { ...asked, thermostat: { ...asked.thermostat, accessories: ['dehumidifier'] } };
    expect(wantedRoles(wants)).toEqual(['fan']);
    expect(wantedRoles({ ...wants, settings: { 'dehumidify.fan': 'off' } })).toEqual([]);
    expect([accessoryOutputs(asked), accessoryOutputs(wants)]).toEqual([[], ['DHM']]);
    const reversed = { settings: { 'dehumidify.output': 'reversed' } };
    expect([accessoryOutputs({ ...asked, ...reversed }), accessoryOutputs({ ...wants, ...reversed })]).toEqual([
      ['DHM'],
      [],
    ]);
  });
});
