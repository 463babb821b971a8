/** What a hand takes up in the survey: a colour, which ends it is of, a spare, a jumper, the meter, another screw. */
import { INSULATION } from '@core/survey/colours.data';
import { PLATE_ORDER } from '@core/survey/terminals.data';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { Choice } from '../../ui/fields';
import { SelectField } from '../../ui/select-field';
import type { StripConductor, StripRow } from '../../ui/strip';
import type { Landing } from './use-landing';

const PALETTE = INSULATION.filter((i) => i.name !== 'clear' && i.name !== 'green-yellow');

function Palette({ landing, conductors }: { landing: Landing; conductors: readonly StripConductor[] }): ReactNode {
  const used = new Set(conductors.flatMap((c) => [c.wallColour, c.boardColour]));
  return (
    <div className="palette" role="group" aria-label="Colour to land">
      {PALETTE.map((i) => (
        <button
          key={i.name}
          type="button"
          aria-pressed={landing.colour === i.name}
          className={used.has(i.name) ? 'used' : ''}
          onClick={() => landing.pick(i.name)}
        >
          <span className="swatch" style={{ background: i.fill }} />
          {i.name}
        </button>
      ))}
    </div>
  );
}

export function LandingTools({
  landing,
  conductors,
  rows,
  onMore,
}: {
  landing: Landing;
  conductors: readonly StripConductor[];
  rows: readonly StripRow[];
  /** A screw that no conductor is on is to be drawn as well. */
  onMore: (terminal: string) => void;
}): ReactNode {
  const { colour, ends, mode, setEnds, coil, enter } = landing;
  const more = PLATE_ORDER.filter((t) => !rows.some((r) => r.wall === t));
  return (
    <>
      <Palette landing={landing} conductors={conductors} />
      <div className="row survey-modes">
        <Choice
          label="Ends"
          value={ends}
          options={[
            { value: 'both', label: 'both ends' },
            { value: 'wall', label: 'wall only' },
            { value: 'board', label: 'board only' },
            { value: 'outdoor', label: 'outdoor cable' },
          ]}
          onChoose={setEnds}
        />
        <div className="row survey-buttons">
          <Button disabled={!colour} onClick={coil}>
            Coil as spare
          </Button>
          <Button aria-pressed={mode === 'jumper'} onClick={() => enter('jumper')}>
            Jumper
          </Button>
          <Button aria-pressed={mode === 'measure'} onClick={() => enter('measure')}>
            Measure
          </Button>
          <SelectField
            quiet
            label="Show another screw"
            value=""
            none="More screws …"
            options={more.map((t) => ({ value: t, label: t }))}
            onChoose={(t) => {
              if (t) onMore(t);
            }}
          />
        </div>
      </div>
    </>
  );
}
