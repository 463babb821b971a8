'use client';

/** What else can be seen at the equipment: each fact is read by a rule, or it would not be asked. */
import { MORE_FIELDS } from '@core/lowvoltage/form';
import type { ReactNode } from 'react';
import { More } from '../../ui/more';
import { Fields } from '../fields/field-form';
import { useLowVoltage } from '../shell/family-job';

export function EquipmentMore(): ReactNode {
  return (
    <More summary={<h2>More at the equipment</h2>} panel>
      <Fields api={useLowVoltage()} fields={MORE_FIELDS} at={[]} of="" />
    </More>
  );
}
