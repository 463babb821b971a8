/** A text as a square code, drawn in one path: read by any telephone. */
import QRCode from 'qrcode';
import type { Doc } from './pages';

/** Light modules round the code, as ISO/IEC 18004 asks. */
const QUIET = 4;

/** @param size points along a side, the light edge included */
export function drawSquareCode(doc: Doc, text: string, x: number, y: number, size: number): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  let d = '';
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) d += `M${column + QUIET} ${row + QUIET}h1v1h-1z`;
  doc.save();
  doc
    .translate(x, y)
    .scale(size / (modules.size + 2 * QUIET))
    .path(d)
    .fill('#000000');
  doc.restore();
}
