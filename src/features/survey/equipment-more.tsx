'use client';

/** What else can be seen at the equipment: each fact is read by a rule, or it would not be asked. */
import type { Equipment } from '@core/job/schema';
import { MORE_FIELDS } from '@core/lowvoltage/form';
import { withSurvey } from '@core/survey/landing';
import { terminalLabel } from '@core/survey/terminals.data';
import type { ReactNode } from 'react';
import { TextField } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { More } from '../../ui/more';
import { Fields } from '../fields/field-form';
import { useLowVoltage } from '../shell/family-job';

export function EquipmentMore(): ReactNode {
  const api = useLowVoltage();
  const { job, change, sealed } = api;
  const { equipment } = job.survey;
  const set = (label: string, more: Partial<Equipment>): boolean =>
    change(label, (j) => withSurvey(j, { ...j.survey, equipment: { ...j.survey.equipment, ...more } }));
  const inrush = (va: number | undefined): boolean => {
    const { cool1: _old, ...rest } = equipment.inrushVA ?? {};
    return set(`Contactor inrush: ${va ?? '?'} VA`, { inrushVA: va === undefined ? rest : { ...rest, cool1: va } });
  };
  return (
    <More summary={<h2>More at the equipment</h2>} panel>
      <TextField
        label="Screws on the board, empty ones too"
        mono
        value={equipment.boardScrews?.join(' ')}
        disabled={sealed}
        hint="R C W Y G … : what is not there is never planned"
        onCommit={(v) => {
          const screws = v
            .split(/[\s,]+/)
            .filter((s) => /^[A-Za-z0-9/+*_-]{1,8}$/.test(s))
            .map(terminalLabel);
          set(`Board screws: ${screws.join(' ')}`, { boardScrews: screws.length > 0 ? screws : undefined });
        }}
      />
      <Fields api={api} fields={MORE_FIELDS} at={[]} of="" />
      <FigureField
        label="Contactor pulling in"
        quantity="va"
        units={job.units}
        low={1}
        high={400}
        disabled={sealed}
        value={equipment.inrushVA?.cool1}
        hint="35 VA assumed"
        onTake={inrush}
      />
    </More>
  );
}
