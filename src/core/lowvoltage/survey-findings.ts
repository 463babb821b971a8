/** What is odd about the strip itself, before anything is inferred from it. */
import { type Finding, finding } from '../findings/finding';
import type { Conductor, LowVoltageJob, Place } from '../job/schema';
import { colourOf, landedOn } from '../survey/landing';
import { splicesOf } from '../survey/splices';
import { terminalInfo } from '../survey/terminals.data';
import { readCores } from './cores';

/** What the two ends of a core have against each other. */
function coreFindings(id: string, c: Conductor): Finding[] {
  const findings: Finding[] = [];
  const wall = landedOn(c, 'wall');
  const board = landedOn(c, 'board');
  if (c.wall && c.board && c.wall.colour !== c.board.colour) {
    findings.push(
      finding(
        'survey.colour-differs',
        { terminal: wall ?? board ?? 'An unlanded core', wall: c.wall.colour, board: c.board.colour },
        [`conductor:${id}`],
        `${c.wall.colour} at the wall, ${c.board.colour} at the board`,
      ),
    );
  }
  if (wall && board && terminalInfo(wall)?.role !== terminalInfo(board)?.role && !bothHot(wall, board)) {
    findings.push(
      finding(
        'survey.terminal-differs',
        { colour: colourOf(c), wall, board },
        [`conductor:${id}`, `wall.${wall}`, `board.${board}`],
        `${wall} to ${board}`,
      ),
    );
  }
  const role = terminalInfo(wall ?? board ?? '')?.role;
  // A sensor's leads end in another room.
  if (role !== 'sensor' && c.cable === 'main' && c.wall && c.board && (wall === undefined) !== (board === undefined)) {
    const place = wall ? 'wall' : 'board';
    findings.push(
      finding(
        'survey.no-other-end',
        { colour: colourOf(c), terminal: wall ?? board ?? '', place, other: wall ? 'board' : 'wall' },
        [`conductor:${id}`],
        `landed at the ${place} only`,
      ),
    );
  }
  return findings;
}

/** Cores that end under no letter: which of them were not traced, or twice. */
function spliceFindings(job: LowVoltageJob): Finding[] {
  const findings: Finding[] = [];
  const splices = splicesOf(job);
  if (splices && (splices.untraced.length > 0 || splices.noCommon))
    findings.push(
      finding(
        'survey.splices-untraced',
        { colours: splices.untraced, noCommon: splices.noCommon },
        ['board'],
        'splices, no letters',
      ),
    );
  for (const t of splices?.twice ?? []) findings.push(finding('survey.splices-twice', t, ['board'], t.letter));
  return findings;
}

/** What is wrong with conductors, jumpers and letters as surveyed. */
export function surveyFindings(job: LowVoltageJob): Finding[] {
  const findings: Finding[] = [];
  const { conductors, jumpers } = job.survey;
  const screws = new Map<string, string[]>();
  for (const [id, c] of Object.entries(conductors)) {
    for (const place of ['wall', 'board'] as const satisfies readonly Place[]) {
      const terminal = landedOn(c, place);
      if (!terminal) continue;
      if (c.cable === 'main') {
        const key = `${place}|${terminal}`;
        screws.set(key, [...(screws.get(key) ?? []), id]);
      }
      if (!terminalInfo(terminal)) {
        findings.push(
          finding(
            'survey.unknown-terminal',
            { place, terminal },
            [`${place}.${terminal}`, `conductor:${id}`],
            `survey.conductors.${id}.${place}`,
          ),
        );
      }
    }
    findings.push(...coreFindings(id, c));
  }
  for (const [key, ids] of screws) {
    const [place = '', terminal = ''] = key.split('|');
    // Under one connector several may lie; what two cores cannot both be is said of splices below.
    if (ids.length < 2 || (place === 'board' && job.survey.equipment.splicesOnly)) continue;
    findings.push(
      finding(
        'survey.two-on-one-screw',
        { place, terminal, conductors: ids.map((id) => colourOf(conductors[id] ?? { cable: 'main' })) },
        [`${place}.${terminal}`, ...ids.map((id) => `conductor:${id}`)],
        `${ids.length} conductors`,
      ),
    );
  }
  findings.push(...spliceFindings(job));
  const assumed = readCores(job).filter((c) => c.boardAssumed);
  if (assumed.length > 0) {
    findings.push(
      finding(
        'survey.board-unknown',
        { terminals: assumed.map((c) => c.wall ?? '') },
        assumed.map((c) => `conductor:${c.id}`),
        'wall end only',
      ),
    );
  }
  for (const j of Object.values(jumpers)) {
    if (j.place === 'wall')
      findings.push(
        finding('survey.jumper-stays', { a: j.a, b: j.b }, [`wall.${j.a}`, `wall.${j.b}`], 'jumper on the old plate'),
      );
  }
  return findings;
}

const bothHot = (a: string, b: string): boolean => ['R', 'Rc', 'Rh'].includes(a) && ['R', 'Rc', 'Rh'].includes(b);
