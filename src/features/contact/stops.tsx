'use client';

/** The stops of a contact job that are its own: loop or pair, whether the device fits, what goes on which terminal. */
import { CONTACT_STATES } from '@core/contact/circuit';
import { CONTACT_FORM } from '@core/contact/form';
import { contactExpects, parseContactReadings } from '@core/contact/readings';
import { CONTACT_POINTS, ContactCore } from '@core/contact/survey';
import { CORE_WORDS } from '@core/contact/work';
import type { PointReading } from '@core/job/point-lines';
import { pointWords } from '@core/job/points';
import { valueText } from '@core/proof/proof-run';
import type { StopId } from '@core/run';
import { fixed } from '@core/units/units';
import { type ReactNode, useState } from 'react';
import { Gauge } from '../../ui/gauge';
import { SurveyFields } from '../fields/field-form';
import { PlainConnect } from '../plain/connect';
import { PlainPowerUp } from '../plain/power-up';
import { TerminalTable } from '../plain/terminal-table';
import { Ways } from '../plain/ways';
import { useFamily } from '../shell/family-job';
import { Bench } from '../shell/frame';
import { MeasureAny } from '../shell/measure-any';
import { ReadingSide } from '../shell/reading-side';
import { touched } from '../shell/touched';
import { ContactDrawing } from './drawing';

const GAS_CAUTION = 'Gas: burner, pilot and valve are for those licensed for it. If you smell gas, leave and call.';
const STATES = CONTACT_STATES.map((s) => ({ value: s.id, label: s.name }));

function ContactMeasure({ stop }: { stop: StopId }): ReactNode {
  const { derived, job, sealed } = useFamily('contact');
  const [pair, setPair] = useState<string[]>([]);
  const { appliance } = job.survey;
  const said = (id: string | undefined): string => STATES.find((s) => s.value === id)?.label ?? '';
  const here = CONTACT_POINTS.filter((p) =>
    appliance === 'millivolt'
      ? /^(pile|coil|pair)/.test(p)
      : appliance === 'own-24v'
        ? /^(call|earth)/.test(p)
        : /^(pair|earth)/.test(p),
  );
  return (
    <>
      <section className="panel">
        <ContactDrawing picked={pair} onPoint={sealed ? undefined : (p) => setPair((was) => touched(was, p))} />
      </section>
      {appliance === undefined ? null : (
        <MeasureAny<{ reading: PointReading }>
          stop={stop}
          pair={pair}
          touch="a point"
          points={here.map((value) => ({ value, label: pointWords(job, value) }))}
          states={STATES}
          quantities={
            appliance === 'millivolt'
              ? [{ value: 'volts-dc', label: 'mV DC' }]
              : [
                  { value: 'volts-ac', label: 'V AC' },
                  { value: 'volts-dc', label: 'V DC' },
                ]
          }
          expects={(a, b, quantity, state) => {
            const at = CONTACT_STATES.find((s) => s.id === state)?.id;
            const e = at ? contactExpects(job.survey, derived.loop, a, b, quantity, at) : null;
            return e ? `${valueText(quantity, e.low)} to ${valueText(quantity, e.high)}` : null;
          }}
          parse={parseContactReadings}
          says={({ reading: r }) =>
            `${pointWords(job, r.a)} to ${pointWords(job, r.b)} ${valueText(r.quantity, r.value)}, ${said(r.state)}`
          }
          direct={appliance === 'millivolt' ? 'mV' : 'V'}
          example={
            <>
              Type <span className="mono">pile 620 mv</span>, <span className="mono">coil 290 mv closed</span>,{' '}
              <span className="mono">pair 24 v</span>
            </>
          }
          onTaken={() => setPair([])}
        />
      )}
    </>
  );
}

export function ContactSurveyScreen(): ReactNode {
  const { derived } = useFamily('contact');
  return (
    <>
      <Bench title="Survey" note="what the thermostat closes, and what stands on it">
        <p className="caution-line">{GAS_CAUTION}</p>
        <ContactMeasure stop="survey" />
        <SurveyFields family="contact" form={CONTACT_FORM} />
      </Bench>
      <ReadingSide here="survey" sentence={derived.sentence} />
    </>
  );
}

export function ContactDecide(): ReactNode {
  const { derived } = useFamily('contact');
  const { loop, budget, sheet, fits, ways } = derived;
  return (
    <>
      <Bench title="Decide" note={sheet ? `for ${sheet.name}` : 'choose a device in Arrive first'}>
        <section className="panel">
          <h2>{!sheet ? 'No device yet' : fits ? `${sheet.name} may close it` : `${sheet.name} may not close it`}</h2>
          <ContactDrawing />
        </section>
        {loop ? (
          <section className="panel">
            <h2>What the coil gets</h2>
            <Gauge
              name="Of what it needs"
              figure={`${fixed(loop.margin * 100, 0)} %`}
              low={1}
              high={4}
              value={loop.margin}
              says={`${fixed(loop.coilVolts.low * 1000, 0)} to ${fixed(loop.coilVolts.high * 1000, 0)} mV`}
            />
            <p>
              It pulls in at{' '}
              <b className="mono">
                {fixed(loop.pullVolts.low * 1000, 0)} to {fixed(loop.pullVolts.high * 1000, 0)} mV
              </b>
              , and is to have a third more. Leads and contacts may hold{' '}
              <b className="mono">{fixed(loop.allowedOhms, 2)} Ω</b>; they hold{' '}
              <b className="mono">
                {fixed(loop.loopOhms.low, 2)} to {fixed(loop.loopOhms.high, 2)} Ω
              </b>
              , {loop.loopFrom}.
            </p>
          </section>
        ) : null}
        {budget ? (
          <section className="panel">
            <h2>Its transformer</h2>
            <Gauge
              name="Device and call"
              figure={`${fixed(budget.va, 1)} VA`}
              low={0}
              high={budget.ratedVA * 0.8}
              value={budget.va}
              says={`four fifths of ${fixed(budget.ratedVA, 0)} VA`}
            />
          </section>
        ) : null}
        <Ways family="contact" title="What could close it" ways={ways} />
      </Bench>
      <ReadingSide here="decide" sentence={derived.sentence} />
    </>
  );
}

export function ContactConnect(): ReactNode {
  const { derived, job, sealed, set } = useFamily('contact');
  const { terminals } = derived;
  return (
    <PlainConnect examples={terminals[0] ? [`${terminals[0].terminal.toLowerCase()} pair-1`] : ['set units us']}>
      <section className="panel">
        <ContactDrawing />
      </section>
      {terminals.length > 0 ? (
        <TerminalTable
          terminals={terminals}
          cores={ContactCore.options.map((id) => ({ id, name: CORE_WORDS[id] }))}
          landed={job.survey.landed}
          disabled={sealed}
          onLand={(label, landed) => set(label, { landed })}
        />
      ) : null}
    </PlainConnect>
  );
}

export function ContactPowerUp(): ReactNode {
  return (
    <PlainPowerUp caution={GAS_CAUTION}>
      <ContactMeasure stop="power-up" />
    </PlainPowerUp>
  );
}
