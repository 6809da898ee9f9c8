import QRCode from 'qrcode';

/** How far the dark modules reach that begin at a place of a row. */
function darkRun(modules: QRCode.BitMatrix, row: number, from: number): number {
  let to = from;
  while (to < modules.size && modules.get(row, to)) to += 1;
  return to - from;
}

/**
 * A QR code as one path, dark on light, with the quiet margin that readers need; a stroke for every run of dark modules,
 * which is a quarter of a square for each. `words` says where it leads.
 */
export function QrCode({ text, size, words }: { text: string; size: string; words: string }) {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const margin = 2;
  const whole = modules.size + 2 * margin;
  let path = '';
  for (let row = 0; row < modules.size; row += 1)
    for (let column = 0; column < modules.size; column += 1) {
      const length = darkRun(modules, row, column);
      if (length > 0) path += `M${column + margin} ${row + margin}.5h${length}`;
      column += length;
    }
  return (
    <svg
      role="img"
      aria-label={words}
      viewBox={`0 0 ${whole} ${whole}`}
      style={{ width: size, height: size, flex: 'none' }}
      shapeRendering="crispEdges"
    >
      <rect width={whole} height={whole} fill="white" />
      <path d={path} stroke="black" />
    </svg>
  );
}
