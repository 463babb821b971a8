/** What a 24 V system is read to be. */
import type { Finding, Question } from '../findings/finding';
import type { Equipment, Fuel } from '../job/schema';
import type { TerminalRole } from '../survey/terminals.data';

/** Who starts the indoor fan. */
export interface Air {
  /** unknown: it must have air, no fan conductor is there, and nobody has said who starts the blower. */
  heating: 'none' | 'equipment' | 'thermostat' | 'unknown' | 'missing';
  /** link: G is joined to Y at the board. */
  cooling: 'none' | 'equipment' | 'thermostat' | 'link' | 'unknown' | 'missing';
}

export type SystemKind = 'heat-only' | 'cool-only' | 'furnace-ac' | 'heat-pump' | 'dual-fuel' | 'fan-only';

export interface Reason {
  rule: string;
  text: string;
  about: string[];
}

export interface LowVoltageSystem {
  /** known: read and planned. open: a question must be answered first. refused: not a job for a 24 V device. empty: nothing landed. */
  verdict: 'known' | 'open' | 'refused' | 'empty';
  kind: SystemKind | null;
  heatStages: number;
  coolStages: number;
  auxStages: number;
  /** W roles that are auxiliary heat, in the order they are called. */
  auxRoles: TerminalRole[];
  /** A conductor on E. */
  emergencyCall: boolean;
  fuel: Fuel | null;
  /** What the nameplate says makes the heat, where it was read. */
  plant: Equipment['kind'] | null;
  /** Y closes a motor-driven zone valve that W opens. */
  closesValve: boolean;
  fanCall: boolean;
  /** The mode it is energised in; null where there is none, or where the plate says O/B and nobody has answered. */
  reversingValve: 'O' | 'B' | null;
  transformers: 1 | 2;
  /** board-unseen: landed at the wall, and nobody has looked at the board. */
  common: 'both-ends' | 'wall-only' | 'board-only' | 'board-unseen' | 'none';
  /** With two transformers: which of them the common at the wall belongs to; null until it is known. */
  commonOf: 'heat' | 'cool' | null;
  /** O and B drive changeover dampers, not a reversing valve. */
  dampers: boolean;
  /** Who starts the indoor fan. */
  air: Air;
  sentence: string;
  reasons: Reason[];
  questions: Question[];
  findings: Finding[];
}
