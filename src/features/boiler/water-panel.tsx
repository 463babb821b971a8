'use client';

/** Where the water goes for a demand: the same drawing as in Survey, in Connect and in Proof. */
import { type ReactNode, useState } from 'react';
import { Choice } from '../../ui/fields';
import { PlantDrawing } from './plant-drawing';
import { useBoiler } from './use-boiler';

/** @param state the demand of the test that is on; chosen by hand without */
export function WaterPanel({ state }: { state?: string | undefined }): ReactNode {
  const { boiler } = useBoiler();
  const [at, setAt] = useState('none');
  const { demands, plant } = boiler;
  const row = demands.find((d) => d.id === (state ?? at)) ?? demands[0];
  if (!row || !plant) return null;
  return (
    <section className="panel stack" aria-label="Where the water goes">
      <h2>{state ? `Where the water goes: ${row.name}` : 'Where the water goes'}</h2>
      {state ? null : (
        <Choice
          label="Called"
          value={row.id}
          options={demands.map((d) => ({ value: d.id, label: d.name }))}
          onChoose={setAt}
        />
      )}
      <PlantDrawing plant={plant} result={row.planned} />
      <p className="soft">Thick copper: water on its way out; dashed: coming back; dotted green: what is asked for.</p>
    </section>
  );
}
