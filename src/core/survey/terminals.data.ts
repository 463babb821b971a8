/**
 * The letters printed on 24 V plates and boards and what they mean. One letter may mean two
 * things on different makes; those are told apart by questions, never by this table.
 */
export type TerminalRole =
  | 'hot'
  | 'hot-cool'
  | 'hot-heat'
  | 'common'
  | 'heat1'
  | 'heat2'
  | 'heat3'
  | 'cool1'
  | 'cool2'
  | 'fan'
  | 'valve-cool'
  | 'valve-heat'
  | 'valve-either'
  | 'emergency'
  | 'fault'
  | 'sensor'
  | 'accessory'
  | 'splitter'
  /** Closes a motor-driven zone valve (old three-wire R W Y). */
  | 'valve-close'
  /** One leg of a proprietary data pair. */
  | 'serial'
  /** Letters whose meaning only a look or a measurement settles. */
  | 'unclear';

export interface TerminalInfo {
  label: string;
  role: TerminalRole;
  meaning: string;
  aliases: readonly string[];
}

export const TERMINALS: readonly TerminalInfo[] = [
  { label: 'R', role: 'hot', meaning: 'transformer hot', aliases: ['V', '24V'] },
  { label: 'Rc', role: 'hot-cool', meaning: 'transformer hot, cooling side', aliases: [] },
  { label: 'Rh', role: 'hot-heat', meaning: 'transformer hot, heating side', aliases: [] },
  { label: 'C', role: 'common', meaning: 'transformer common, return of every load', aliases: ['COM'] },
  { label: 'W', role: 'heat1', meaning: 'heat call', aliases: [] },
  { label: 'W1', role: 'heat1', meaning: 'heat call, first stage', aliases: [] },
  { label: 'W2', role: 'heat2', meaning: 'heat call, second stage; auxiliary on a heat pump', aliases: [] },
  { label: 'W3', role: 'heat3', meaning: 'heat call, third stage', aliases: [] },
  { label: 'AUX', role: 'heat2', meaning: 'auxiliary heat', aliases: ['AUX1'] },
  { label: 'E', role: 'emergency', meaning: 'emergency heat', aliases: ['EM'] },
  { label: 'Y', role: 'cool1', meaning: 'compressor call', aliases: [] },
  { label: 'Y1', role: 'cool1', meaning: 'compressor call, first stage', aliases: [] },
  { label: 'Y2', role: 'cool2', meaning: 'compressor call, second stage', aliases: [] },
  { label: 'G', role: 'fan', meaning: 'indoor fan', aliases: [] },
  { label: 'O', role: 'valve-cool', meaning: 'reversing valve, on in cooling', aliases: [] },
  { label: 'B', role: 'valve-heat', meaning: 'reversing valve, on in heating; common on some makes', aliases: [] },
  { label: 'O/B', role: 'valve-either', meaning: 'reversing valve, by setting', aliases: ['OB'] },
  { label: 'L', role: 'fault', meaning: 'fault lamp or monitor', aliases: [] },
  { label: 'S1', role: 'sensor', meaning: 'sensor pair, no 24 V', aliases: ['S', 'RS', 'T1'] },
  { label: 'S2', role: 'sensor', meaning: 'sensor pair, no 24 V', aliases: ['OD', 'T2'] },
  { label: 'ACC+', role: 'accessory', meaning: 'accessory relay', aliases: [] },
  { label: 'ACC-', role: 'accessory', meaning: 'accessory relay, other side', aliases: [] },
  { label: 'Q1', role: 'accessory', meaning: 'accessory pair, volt-free', aliases: [] },
  { label: 'Q2', role: 'accessory', meaning: 'accessory pair, other side', aliases: [] },
  { label: 'HUM', role: 'accessory', meaning: 'humidifier', aliases: ['H'] },
  { label: 'DHM', role: 'accessory', meaning: 'dehumidify, often reversed', aliases: ['D'] },
  { label: 'VNT', role: 'accessory', meaning: 'ventilator', aliases: [] },
  { label: 'K', role: 'splitter', meaning: 'shared core of a splitter or extender', aliases: [] },
  { label: 'M1', role: 'splitter', meaning: 'shared core to a module at the equipment', aliases: [] },
  { label: 'X', role: 'unclear', meaning: 'common, auxiliary or fault lamp, by make', aliases: [] },
  {
    label: 'D+',
    role: 'serial',
    meaning: 'data pair of a communicating system, no 24 V call',
    aliases: ['DATA+', 'D1'],
  },
  {
    label: 'D-',
    role: 'serial',
    meaning: 'data pair of a communicating system, no 24 V call',
    aliases: ['DATA-', 'D2'],
  },
];

const known = new Map<string, TerminalInfo>(
  TERMINALS.flatMap((t) => [t.label, ...t.aliases].map((word) => [word.toUpperCase(), t] as const)),
);

/** The terminal a word stands for, case ignored, or undefined. */
export const terminalInfo = (word: string): TerminalInfo | undefined => known.get(word.trim().toUpperCase());

/** The canonical spelling of a terminal's letters; unknown letters come back upper-case. */
export const terminalLabel = (word: string): string => terminalInfo(word)?.label ?? word.trim().toUpperCase();

export const HOT_ROLES: ReadonlySet<TerminalRole> = new Set<TerminalRole>(['hot', 'hot-cool', 'hot-heat']);

/** Order in which screws stand on a drawn plate. */
export const PLATE_ORDER: readonly string[] = TERMINALS.map((t) => t.label);
