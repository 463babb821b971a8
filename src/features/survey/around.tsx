'use client';

/** What else the survey holds beside its conductors: cable, equipment, old device, what was seen. */
import {
  ACCESSORY_ROWS,
  CABLE_FIELDS,
  DWELLING_FIELDS,
  NAMEPLATE_FIELDS,
  OLD_FIELDS,
  SEEN_FIELDS,
  ZONE_ROWS,
} from '@core/lowvoltage/form';
import type { ReactNode } from 'react';
import { Fields, RowsPanel } from '../fields/field-form';
import { useLowVoltage } from '../shell/family-job';
import { EquipmentMore } from './equipment-more';

type AroundFields = typeof CABLE_FIELDS;

function Group({ title, fields }: { title: string; fields: AroundFields }): ReactNode {
  const api = useLowVoltage();
  return (
    <section className="panel stack">
      <h2>{title}</h2>
      <Fields api={api} fields={fields} at={[]} of="" />
    </section>
  );
}

export function Around(): ReactNode {
  const api = useLowVoltage();
  return (
    <>
      <div className="panel-grid">
        <div className="stack">
          <Group title="Cable in the wall" fields={CABLE_FIELDS} />
          <Group title="Seen here" fields={SEEN_FIELDS} />
          <Group title="The old thermostat" fields={OLD_FIELDS} />
        </div>
        <div className="stack">
          <Group title="Equipment nameplate" fields={NAMEPLATE_FIELDS} />
          <RowsPanel family="24v" rows={ZONE_ROWS} />
        </div>
      </div>
      <EquipmentMore />
      <RowsPanel family="24v" rows={ACCESSORY_ROWS}>
        <Fields api={api} fields={DWELLING_FIELDS} at={[]} of="" />
      </RowsPanel>
    </>
  );
}
