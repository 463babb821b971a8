'use client';

import { fixed } from '@core/units/units';
import type { ReactNode } from 'react';
import { useLowVoltage } from '../shell/family-job';

/** Each accessory as planned: the output that runs it, its way back, and what the device is told. */
export function AccessoriesPanel(): ReactNode {
  const { derived, lit } = useLowVoltage();
  const planned = derived.wiring?.accessories ?? [];
  if (planned.length === 0) return null;
  return (
    <section className="panel">
      <h2>Accessories</h2>
      <ul className="ways">
        {planned.map((p) => {
          const { kind } = p.accessory;
          return (
            <li key={p.id} className={`way ${p.joined ? 'no' : 'yes'}${lit.has(`accessory:${p.id}`) ? ' chosen' : ''}`}>
              <div className="way-head">
                <strong>{kind.charAt(0).toUpperCase() + kind.slice(1)}</strong>
                <span className="mono way-minutes">{p.terminals.join(' ')}</span>
              </div>
              <AccessoryLoop
                fed={p.fed}
                terminals={p.terminals}
                returns={p.returns}
                tied={p.accessory.tiedTo}
                kind={kind}
              />
              <p>
                {p.fed
                  ? `Fed from R; its return lands on C at the ${p.returns}.`
                  : p.isolated
                    ? `Its own transformer, switched by an isolating relay on ${p.terminals[0]}.`
                    : p.joined
                      ? `Its own transformer, and a lead of it lies on ${p.accessory.tiedTo}, where it must not. Both its wires belong on the volt-free pair.`
                      : 'Its own transformer, through the volt-free pair; neither wire touches R or C.'}
                {p.answerFed === null
                  ? ''
                  : ` “Powered by this supply?” Answer ${p.answerFed ? 'yes' : 'no'} on the device.`}
                {p.needsFan ? ' Runs with the fan.' : ''}
                {p.ventilation ? ` ${p.ventilation.minutes} min an hour.` : ''}
              </p>
              {p.joined ? (
                <p className="wrong">
                  Joined as found: {fixed(p.joined.inPhase.coilVolts, 1)} V in phase,{' '}
                  {fixed(p.joined.opposed.coilVolts, 1)} V in opposition across its coil, if the device feeds it.
                </p>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

interface LoopProps {
  fed: boolean;
  terminals: readonly string[];
  returns: 'wall' | 'board';
  tied: 'R' | 'C' | undefined;
  kind: string;
}

/** The accessory's circuit in one line: source, contact, coil, and the wrong join where there is one. */
function AccessoryLoop({ fed, terminals, returns, tied, kind }: LoopProps): ReactNode {
  const [a, b] = terminals;
  const says = fed
    ? `R through ${a} to the ${kind} and back to C at the ${returns}`
    : `its transformer through ${terminals.join(' and ')} to the ${kind}${tied ? `, wrongly joined to ${tied}` : ''}`;
  return (
    <svg className="accessory-loop" viewBox="0 0 420 92" role="img" aria-label={says}>
      <path className="wire" d="M 52 22 H 150 M 190 22 H 300 M 300 22 V 40 M 300 64 V 76 H 52 V 22" />
      <circle className="end" cx="150" cy="22" r="4" />
      <circle className="end" cx="190" cy="22" r="4" />
      <path className="blade" d="M 150 22 L 186 8" />
      <rect className="coil" x="286" y="40" width="28" height="24" />
      <text x="322" y="57">
        {kind}
      </text>
      <circle className="source" cx="52" cy="49" r="17" />
      <text x="52" y="54" textAnchor="middle">
        24
      </text>
      <text className="mono" x="150" y="42" textAnchor="middle">
        {fed ? 'R' : (b ?? a)}
      </text>
      <text className="mono" x="192" y="42" textAnchor="middle">
        {a}
      </text>
      <text x="78" y="69">
        {fed ? 'this transformer' : 'its own'}
      </text>
      {fed ? (
        <text className="mono" x="230" y="90" textAnchor="middle">
          C, {returns}
        </text>
      ) : null}
      {tied && !fed ? (
        <>
          <path className="wrong-wire" d="M 230 76 V 88 H 372" />
          <text className="mono wrong-text" x="378" y="91">
            {tied}
          </text>
        </>
      ) : null}
    </svg>
  );
}
