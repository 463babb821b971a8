'use client';

/** Which core is which, by what each reads. */
import { CORE_FIELDS } from '@core/boiler/form';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { TextField } from '../../ui/fields';
import { Fields } from '../fields/field-form';
import { useFamily } from '../shell/family-job';
import { useBoiler, useSurvey } from './use-boiler';
import '../survey/survey.css';

/** Cores nobody knows: what each reads, and what it can be. */
export function Cores(): ReactNode {
  const { boiler, sealed } = useBoiler();
  const api = useFamily('boiler');
  const { survey, set } = useSurvey();
  return (
    <section className="panel stack">
      <h2>Which core is which</h2>
      <p className="soft">
        For a wall unit that needs live, neutral and switched live: what each core reads says what it can be.
      </p>
      {boiler.cores.map((c) => {
        return (
          <div key={c.id} className="accessory stack">
            <h3>
              {c.colour}: {c.can.length > 0 ? c.can.join(', or ') : 'nothing fits'}
            </h3>
            {c.next ? (
              <p>
                <b>Next:</b> {c.next}
              </p>
            ) : null}
            <Fields api={api} fields={CORE_FIELDS} at={['cores', c.id]} of={c.colour} />
          </div>
        );
      })}
      <TextField
        label="A core, by its colour"
        adds
        value=""
        disabled={sealed}
        onCommit={(v) => {
          if (v) set(`A core: ${v}`, { cores: { ...survey.cores, [nanoid(5)]: { colour: v } } });
        }}
      />
    </section>
  );
}
