import { Beside } from './beside';
import { QrCode } from './qr-code';

/** One label: the code large, what it is below, where its QR code leads. */
export type Label = { key: string; code: string; name: string; lines: string[]; url: string };

/** Labels three abreast on A4, to be cut apart; legible in grey. */
export function LabelSheet({ labels }: { labels: Label[] }) {
  return (
    <ul className="label-sheet grid gap-0 sm:grid-cols-2 lg:grid-cols-3" aria-label="Labels">
      {labels.map(({ key, code, name, lines, url }) => (
        <li key={key} className="flex break-inside-avoid items-center gap-3 border border-dashed border-rule p-3">
          <QrCode text={url} size="24mm" words={`QR code to ${url}`} />
          <div className="min-w-0">
            <p>
              <span className="house-code text-xl">{code}</span>
            </p>
            <p className="mt-1 text-sm leading-tight font-medium">{name}</p>
            {lines.map((line) => (
              <p key={line} className="text-xs leading-tight">
                <Beside>{line}</Beside>
              </p>
            ))}
          </div>
        </li>
      ))}
    </ul>
  );
}
