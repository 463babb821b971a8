'use client';

import type { DeviceSheet } from '@core/devices/sheet';
import { listed } from '@core/units/units';
import type { ReactNode } from 'react';

/** The device's plate in small: its screws in their order. */
export function Plate({ sheet }: { sheet: DeviceSheet }): ReactNode {
  const { terminals } = sheet;
  return (
    <svg
      viewBox={`0 0 ${terminals.length * 30 + 10} 50`}
      height="50"
      className="sheet-plate"
      role="img"
      aria-label={`Terminals ${listed(terminals.map((t) => t.label))}`}
    >
      <rect x="1" y="1" width={terminals.length * 30 + 8} height="48" rx="8" />
      {terminals.map((t, i) => (
        <g key={t.label} className={t.label === sheet.singleR ? 'single' : ''}>
          <circle cx={20 + i * 30} cy="17" r="8" />
          <line x1={15 + i * 30} x2={25 + i * 30} y1="17" y2="17" transform={`rotate(-35 ${20 + i * 30} 17)`} />
          <text x={20 + i * 30} y="41" textAnchor="middle">
            {t.label}
          </text>
        </g>
      ))}
    </svg>
  );
}
