'use client';

/** The card walked by one thumb: how the menu is opened, then one setting at a time in the device's own order, then how it is left. */
import type { SheetMenu } from '@core/devices/sheet';
import type { CardRow } from '@core/settings/card';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';

interface Props {
  card: readonly CardRow[];
  menu: SheetMenu | undefined;
  sealed: boolean;
  entered: Readonly<Record<string, boolean>>;
  onEnter: (row: CardRow, done: boolean) => void;
}

/** "Turn it off. Press MENU for 5 s. Passcode 1234." */
const opening = (menu: SheetMenu): string =>
  [
    menu.offFirst ? 'Turn it off first.' : '',
    menu.holdSeconds ? `Hold for ${menu.holdSeconds} s: ${menu.press}.` : `Press: ${menu.press}.`,
    menu.passcode ? `Passcode ${menu.passcode}.` : '',
  ]
    .filter(Boolean)
    .join(' ');

export function CardWalk({ card, menu, sealed, entered, onEnter }: Props): ReactNode {
  const at = card.findIndex((r) => !entered[r.key]);
  const row = card[at];
  const last = card.filter((r) => entered[r.key]).at(-1);
  if (card.length === 0) return null;
  if (!row)
    return (
      <p className="card-walk done" role="status">
        All {card.length} stand. {menu?.savedBy ? `Kept by: ${menu.savedBy}.` : ''}
      </p>
    );
  const [inMenus, place] = row.where.includes(' / ')
    ? [row.where.split(' / ').slice(0, -1).join(' / '), row.where.split(' / ').at(-1)]
    : ['', row.where];
  return (
    <div className="card-walk">
      {menu && at === 0 ? <p className="card-menu">{opening(menu)}</p> : null}
      <div className="card-now">
        <div>
          <span className="soft">
            {at + 1} of {card.length}
            {inMenus ? `, ${inMenus}` : `, ${row.label}`}
          </span>
          <span className="mono card-code">{place}</span>
        </div>
        <span aria-hidden="true" className="card-arrow">
          →
        </span>
        <span className="mono card-big">{row.enter}</span>
        <Button className="copper" size="large" disabled={sealed} onClick={() => onEnter(row, true)}>
          {row.locked || row.factory === row.enter ? 'Seen' : 'Entered'}
        </Button>
      </div>
      {last ? (
        <button type="button" className="plain left" disabled={sealed} onClick={() => onEnter(last, false)}>
          Back to {last.label}
        </button>
      ) : null}
    </div>
  );
}
