'use client';

// Sent as what it shows, not as how it is drawn: that would be several times as long.
import { type Outline, type OutlineBox, fieldHeight, fieldWidth } from '@/core/register/outline';

/** A plain outline drawing of a machine: its parts as boxes, its points as numbers in walking order. */
export function MachineOutline({
  outline,
  numbers,
  title,
}: {
  outline: Outline;
  numbers: ReadonlyMap<string, number>;
  title: string;
}) {
  return (
    <svg viewBox={`-4 -4 ${fieldWidth + 8} ${fieldHeight + 8}`} role="img" aria-label={title} className="w-full">
      <OutlineBoxes boxes={outline.boxes} />
      {Object.entries(outline.points).map(([id, [x, y]]) => (
        <g key={id}>
          <circle cx={x} cy={y} r={3.1} fill="var(--color-sheet)" stroke="var(--color-ink)" strokeWidth={0.5} />
          <text x={x} y={y + 1.2} textAnchor="middle" fontSize="3.4" fontWeight="600" fill="var(--color-ink)">
            {numbers.get(id)}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** The parts of a machine, each named in its middle. */
export const OutlineBoxes = ({ boxes }: { boxes: readonly OutlineBox[] }) =>
  boxes.map(({ label, x, y, width, height }, index) => (
    <g key={index}>
      <rect x={x} y={y} width={width} height={height} fill="none" stroke="var(--color-ink)" strokeWidth={0.5} />
      <text x={x + width / 2} y={y + height / 2 + 1} textAnchor="middle" fontSize="3.2" fill="var(--color-muted)">
        {label}
      </text>
    </g>
  ));
