/** A text as a square code, drawn in one path: read by any telephone. */
import { Path, Svg } from '@react-pdf/renderer';
import QRCode from 'qrcode';
import type { ReactNode } from 'react';

/** Light modules round the code, as ISO/IEC 18004 asks. */
const QUIET = 4;

export function SquareCode({ text, size }: { text: string; size: number }): ReactNode {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const side = modules.size + 2 * QUIET;
  let d = '';
  for (let y = 0; y < modules.size; y++)
    for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) d += `M${x + QUIET} ${y + QUIET}h1v1h-1z`;
  return (
    <Svg width={size} height={size} viewBox={`0 0 ${side} ${side}`}>
      <Path d={d} fill="#000000" />
    </Svg>
  );
}
