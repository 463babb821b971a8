/** What speaks against a supply: none that this region has, or one on which nothing of this kind may be planned. */
import { type Finding, finding } from '../findings/finding';
import type { Region, SupplyRead, SupplyVolts } from './supply';

const REGION_WORDS: Record<Exclude<Region, undefined>, string> = {
  NA: 'North America',
  EU: 'Europe',
  UK: 'the United Kingdom',
  AU: 'Australia',
};

/** The readings as they are said: "240 V between, 120 and 208 V to earth". */
function readWords({ between, first, second }: SupplyVolts): string {
  const earth = [first, second].flatMap((v) => (v === undefined ? [] : [v.toFixed(0)]));
  return `${between?.toFixed(0) ?? '?'} V between${earth.length > 0 ? `, ${earth.join(' and ')} V to earth` : ', not read to earth'}`;
}

/** @returns at most one blocker: where nothing is planned, one reason is enough */
export function supplyFindings(region: Region, read: SupplyRead, volts: SupplyVolts): Finding[] {
  const evidence = readWords(volts);
  if (read.is === 'none')
    return [
      finding(
        'mains.no-such-supply',
        { read: evidence, where: region === undefined ? 'any region' : REGION_WORDS[region] },
        ['supply'],
        evidence,
      ),
    ];
  if (read.could.length > 0 && read.could.every((s) => s.use === 'refused'))
    return [finding('mains.supply-refused', { supply: read.could[0]?.words ?? '' }, ['supply'], evidence)];
  return [];
}
