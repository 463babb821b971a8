/** What only a heat pump is asked: kind, valve, auxiliary heat, lockouts. */
import type { LowVoltageJob } from '../job/schema';
import { type AddSetting, numbers, option } from '../settings/canonical-setting';
import { proposeLockouts } from './balance';
import type { LowVoltageSystem } from './system';

/** Settings that heat pumps ask for. */
export function addHeatPump(job: LowVoltageJob, system: LowVoltageSystem, add: AddSetting): void {
  const dual = system.kind === 'dual-fuel';
  const kind = dual ? 'dual-fuel' : 'heat-pump';
  add(
    'equipment.kind',
    'Equipment',
    kind,
    dual ? 'a reversing valve, and a fuel furnace on W' : 'a conductor on the reversing valve',
    [
      option('heat-pump', 'heat pump'),
      option('dual-fuel', 'heat pump with furnace'),
      option('furnace-ac', 'heat and cooling'),
    ],
    [
      {
        value: dual ? 'heat-pump' : 'dual-fuel',
        why: dual ? 'furnace and compressor would heat together' : 'there is no fuel furnace',
      },
      { value: 'furnace-ac', why: 'the reversing valve would never be driven' },
    ],
  );
  const marking = system.reversingValve;
  // An O/B plate says nothing: until it is answered, nothing is entered.
  if (marking)
    add(
      'valve.active',
      'Valve active in',
      marking,
      `the board’s letter is ${marking}; the direction test proves it`,
      [option('O', 'cooling (O)'), option('B', 'heating (B)')],
      [
        {
          value: marking === 'O' ? 'B' : 'O',
          why: `the equipment’s valve is marked ${marking}: it would heat in cooling`,
        },
      ],
    );
  add(
    'stages.aux',
    'Auxiliary stages',
    String(system.auxStages),
    `${system.auxStages} W conductor${system.auxStages === 1 ? '' : 's'}`,
    numbers([0, 1, 2, 3], ''),
  );
  if (system.auxStages > 0 && system.fuel) {
    add(
      'aux.fuel',
      'Auxiliary heat',
      system.fuel,
      'as answered or read off the nameplate',
      ['electric', 'gas', 'propane', 'oil'].map((f) => option(f)),
      ['electric', 'gas', 'propane', 'oil']
        .filter((f) => f !== system.fuel)
        .map((value) => ({ value, why: `the auxiliary heat is ${system.fuel}` })),
    );
  }
  const lockouts = proposeLockouts(job, system);
  if (system.auxStages > 0)
    add(
      'aux.differential',
      'Auxiliary joins at',
      '2',
      'usual: 1.5 to 2 K, or 20 to 30 min without gain',
      numbers([1, 1.5, 2, 2.5, 3], 'K'),
    );
  add(
    'compressor.lockout',
    'No compressor below',
    String(lockouts.compressorCelsius),
    lockouts.compressorWhy,
    numbers([-30, -20, -15, -10, -5, 0, 2, 5], '°C'),
  );
  if (system.auxStages > 0)
    add(
      'aux.lockout',
      'No auxiliary above',
      String(lockouts.auxCelsius),
      lockouts.auxWhy,
      numbers([-5, 0, 5, 8, 10, 15], '°C'),
    );
}
