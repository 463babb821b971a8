'use client';

/** What else can be seen at the equipment: each fact is read by a rule, or it would not be asked. */
import type { Equipment } from '@core/job/schema';
import { withSurvey } from '@core/survey/landing';
import { terminalLabel } from '@core/survey/terminals.data';
import type { ReactNode } from 'react';
import { Choice, TextField, Tick } from '../../ui/fields';
import { FigureField } from '../../ui/figure-field';
import { More } from '../../ui/more';
import { useLowVoltage } from '../shell/family-job';

const TAPS = [120, 208, 230, 240] as const;

export function EquipmentMore(): ReactNode {
  const { job, change, sealed } = useLowVoltage();
  const { equipment, cables } = job.survey;
  const set = (label: string, more: Partial<Equipment>): boolean =>
    change(label, (j) => withSurvey(j, { ...j.survey, equipment: { ...j.survey.equipment, ...more } }));
  const inrush = (va: number | undefined): boolean =>
    change(`Contactor inrush: ${va ?? '?'} VA`, (j) => {
      const { cool1: _old, ...rest } = j.survey.equipment.inrushVA ?? {};
      const inrushVA = va === undefined ? rest : { ...rest, cool1: va };
      return withSurvey(j, { ...j.survey, equipment: { ...j.survey.equipment, inrushVA } });
    });
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
      <TextField
        label="Words off the nameplate"
        value={equipment.nameplate}
        disabled={sealed}
        maxLength={1000}
        hint="“heat pump”, “cooling only”, “40 VA”, the fuel: read and used"
        onCommit={(v) => set('Nameplate', { nameplate: v || undefined })}
      />
      <TextField
        label="A second board, where"
        value={equipment.secondBoard}
        disabled={sealed}
        hint="zone panel, interface, separate air handler"
        onCommit={(v) => set(v ? `Second board: ${v}` : 'No second board', { secondBoard: v || undefined })}
      />
      <div className="panel-grid">
        <Choice
          label="Primary tap in use"
          value={equipment.primaryTapVolts === undefined ? undefined : String(equipment.primaryTapVolts)}
          disabled={sealed}
          options={TAPS.map((t) => ({ value: String(t), label: `${t} V` }))}
          onChoose={(v) => set(`Tap: ${v} V`, { primaryTapVolts: TAPS.find((t) => String(t) === v) })}
        />
        <Choice
          label="Part of an earlier powering kit"
          value={equipment.adapter}
          disabled={sealed}
          options={[
            { value: 'extender', label: 'extender module' },
            { value: 'splitter', label: 'splitter pair' },
            { value: 'isolating-relay', label: 'isolating relay' },
          ]}
          onChoose={(adapter) =>
            set(`Kit in place: ${adapter}`, { adapter: equipment.adapter === adapter ? undefined : adapter })
          }
        />
        <Choice
          label="Outdoor temperature comes from"
          value={equipment.outdoorTemperature}
          disabled={sealed}
          options={[
            { value: 'sensor', label: 'a wired sensor' },
            { value: 'network', label: 'the network' },
            { value: 'none', label: 'nowhere' },
          ]}
          onChoose={(outdoorTemperature) => set(`Outdoor temperature: ${outdoorTemperature}`, { outdoorTemperature })}
        />
      </div>
      <div className="field-grid">
        <FigureField
          label="Mains at the transformer"
          quantity="volts"
          units={job.units}
          low={50}
          high={300}
          disabled={sealed}
          value={equipment.mainsVolts}
          onTake={(mainsVolts) => set('Mains at the transformer', { mainsVolts })}
        />
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
        <FigureField
          label="Changeover damper, each"
          quantity="va"
          units={job.units}
          low={1}
          high={60}
          disabled={sealed}
          value={equipment.damperVA}
          hint="only where O and B drive dampers"
          onTake={(damperVA) => set('Damper VA', { damperVA })}
        />
      </div>
      <Tick
        checked={equipment.dryPair === true}
        disabled={sealed}
        onToggle={(on) => set(`Volt-free call pair: ${on ? 'yes' : 'no'}`, { dryPair: on || undefined })}
      >
        Called by a volt-free pair of its own, no 24 V
      </Tick>
      <Tick
        checked={cables.main.besideMains === true}
        disabled={sealed}
        onToggle={(on) =>
          change(`Cable beside mains: ${on ? 'yes' : 'no'}`, (j) =>
            withSurvey(j, {
              ...j.survey,
              cables: { ...j.survey.cables, main: { ...j.survey.cables.main, besideMains: on || undefined } },
            }),
          )
        }
      >
        The cable runs with mains in one conduit or bundle
      </Tick>
    </More>
  );
}
