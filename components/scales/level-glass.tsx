import { scaleLinear } from 'd3-scale';

const width = 260;
const height = 26;

/**
 * A lying sight glass: how much there is against what is needed. Amber is the lubricant; the tick marks twelfths of a
 * year. More than a year reads full.
 * @param share of the yearly need that is on hand
 */
export function LevelGlass({ share, words, unit }: { share: number; words: string; unit: string }) {
  const x = scaleLinear([0, 1], [1, width - 1]).clamp(true);
  return (
    <figure className="mt-2">
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={words}
        className="max-w-full"
      >
        <rect x={1} y={2} width={x(share) - 1} height={14} fill="var(--color-amber)" />
        <rect
          x={1}
          y={2}
          width={width - 2}
          height={14}
          fill="none"
          stroke="var(--color-ink)"
          strokeWidth={1.5}
          rx={7}
        />
        {Array.from({ length: 13 }, (_, month) => (
          <line
            key={month}
            x1={x(month / 12)}
            x2={x(month / 12)}
            y1={18}
            y2={month % 6 === 0 ? 25 : 22}
            stroke="var(--color-ink)"
          />
        ))}
      </svg>
      <figcaption className="caption">
        {words}; the glass holds one {unit}.
      </figcaption>
    </figure>
  );
}
