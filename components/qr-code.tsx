import QRCode from 'qrcode';

/** A QR code as one path, dark on light, with the quiet margin that readers need. `words` says where it leads. */
export function QrCode({ text, size, words }: { text: string; size: string; words: string }) {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const margin = 2;
  const whole = modules.size + 2 * margin;
  const path = Array.from({ length: modules.size }, (_, row) =>
    Array.from({ length: modules.size }, (__, column) =>
      modules.get(row, column) ? `M${column + margin} ${row + margin}h1v1h-1z` : '',
    ).join(''),
  ).join('');
  return (
    <svg
      role="img"
      aria-label={words}
      viewBox={`0 0 ${whole} ${whole}`}
      style={{ width: size, height: size, flex: 'none' }}
      shapeRendering="crispEdges"
    >
      <rect width={whole} height={whole} fill="white" />
      <path d={path} fill="black" />
    </svg>
  );
}
