/** What a customer says is wrong, in plain words; each family knows which of them it can have. */
import * as z from 'zod';

export const Complaint = z.enum([
  'no-heat',
  'no-cooling',
  'no-hot-water',
  'wrong-way',
  'runs-always',
  'fan-silent',
  'dark',
  'radiators-with-water',
  'water-with-heating',
  'zone-cold',
  'floor-cold',
  'floor-hot',
  'trips',
]);
export type Complaint = z.infer<typeof Complaint>;

export const COMPLAINT_WORDS: Readonly<Record<Complaint, string>> = {
  'no-heat': 'it never gets warm',
  'no-cooling': 'it never cools',
  'no-hot-water': 'there is never hot water',
  'wrong-way': 'it cools when it should heat, or the other way round',
  'runs-always': 'it runs all night and never stops',
  'fan-silent': 'the fan never blows',
  dark: 'the display is dark',
  'radiators-with-water': 'radiators get hot when only water is wanted',
  'water-with-heating': 'there is hot water only while the heating is on',
  'zone-cold': 'one part of the house stays cold',
  'floor-cold': 'the floor stays cold',
  'floor-hot': 'the floor gets too hot',
  trips: 'the breaker goes',
};
