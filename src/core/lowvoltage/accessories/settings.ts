/** What a device asks about accessories, and the answer that follows from how each is wired. */
import type { SettingKey } from '../../devices/sheet';
import { type AddSetting, numbers, option } from '../../settings/canonical-setting';
import { fixed } from '../../units/units';
import { ACTION, type PlannedAccessory } from './plan';

/**
 * Settings that accessories ask for.
 * @param fresh minutes an hour that the week's profiles want; null where they say nothing
 */
export function addAccessories(planned: readonly PlannedAccessory[], fresh: number | null, add: AddSetting): void {
  const seen = new Set<string>();
  for (const p of planned) {
    const { kind, output } = p.accessory;
    if (seen.has(kind)) continue;
    seen.add(kind);
    const verb = ACTION[kind];
    const key = (what: string): SettingKey => `${verb}.${what}` as SettingKey;
    const Name = kind.charAt(0).toUpperCase() + kind.slice(1);
    if (p.answerFed !== null)
      add(
        key('power'),
        `${Name} powered by this supply`,
        p.answerFed ? 'yes' : 'no',
        p.answerFed ? 'it is fed from R here' : 'it has its own transformer',
        [option('yes'), option('no')],
        [
          {
            value: p.answerFed ? 'no' : 'yes',
            why: p.answerFed ? 'it would never get power' : 'that joins two transformers through its coil',
          },
        ],
      );
    if (p.target !== null)
      add(
        key('target'),
        `${Name} target`,
        String(p.target),
        p.targetWhy,
        numbers([25, 30, 35, 40, 45, 50, 55, 60], '%'),
      );
    if (kind === 'ventilator' && p.ventilation)
      add(
        'ventilate.minutes',
        'Ventilator minutes an hour',
        String(Math.max(p.ventilation.minutes, fresh ?? 0)),
        fresh !== null && fresh > p.ventilation.minutes
          ? 'as many as the week’s profiles want, more than the dwelling needs'
          : `${fixed(p.ventilation.neededCubicMetresPerSecond * 1000, 0)} L/s of fresh air by floor area and bedrooms`,
        numbers([10, 15, 20, 30, 45, 60], 'min'),
      );
    if (kind === 'dehumidifier') {
      const reversed = output === 'reversed';
      add(
        'dehumidify.output',
        'Dehumidify output',
        reversed ? 'reversed' : 'normal',
        reversed ? 'the equipment dries when the output is off' : 'the equipment dries when the output is on',
        [option('normal'), option('reversed')],
        [{ value: reversed ? 'normal' : 'reversed', why: 'it would dry all the time and stop when asked' }],
      );
    }
    add(
      key('fan'),
      `Fan with ${kind}`,
      p.needsFan ? 'on' : 'off',
      p.needsFan ? 'it works in moving air' : 'it moves its own air',
      [option('on'), option('off')],
    );
  }
}
