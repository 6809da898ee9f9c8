'use client';

import { type PointerEvent, useId, useState } from 'react';
import { gradeHalfWidth } from '@/core/viscosity/iso-3448';
import { type WaltherLine, kvAt } from '@/core/viscosity/walther';
import { measured, number } from '../words';
import {
  chartHeight,
  chartWidth,
  kvAtPixel,
  kvTicks,
  margin,
  segmentOf,
  temperatureAt,
  temperatureRangeC,
  temperatureTicks,
  xOf,
  yOf,
} from './viscosity-scale';

export type ChartOil = { code: string; name: string; line: WaltherLine };
export type GradeLine = { isoVg: number; line: WaltherLine };
/** Where the oil is meant to work: between two temperatures, and not thinner or thicker than these. */
export type OperatingWindow = { fromC: number; toC: number; thinnest: number; thickest: number };

/** Series differ by the pattern of their line and by the label at its end, never by colour. */
const patterns = ['', '9 5', '2 4', '12 4 2 4', '1 7', '16 6'];

const frame = {
  x: margin.left,
  y: margin.top,
  width: chartWidth - margin.left - margin.right,
  height: chartHeight - margin.top - margin.bottom,
};

/**
 * Viscosity against temperature on the axes of ASTM D341, where each oil is a straight line: ISO grades as thin lines of
 * viscosity index 95 through their mid-points, with the ±10 % of each grade as a bar at 40 °C, the oils over them, the operating window as a hatched field.
 * Read it with the pointer, or with the slider below it, which says every oil's viscosity in words.
 */
export function ViscosityChart({
  oils,
  grades,
  window,
}: {
  oils: ChartOil[];
  grades: GradeLine[];
  window: OperatingWindow | null;
}) {
  const id = useId();
  const [temperatureC, setTemperature] = useState(40);
  const [pointerKv, setPointerKv] = useState<number | null>(null);
  const read = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const px = ((event.clientX - box.left) / box.width) * chartWidth;
    const py = ((event.clientY - box.top) / box.height) * chartHeight;
    if (px < frame.x || px > frame.x + frame.width || py < frame.y || py > frame.y + frame.height)
      return setPointerKv(null);
    setTemperature(temperatureAt(px));
    setPointerKv(kvAtPixel(py));
  };
  return (
    <figure>
      <svg
        viewBox={`0 0 ${chartWidth} ${chartHeight}`}
        className="w-full max-w-[820px] touch-none"
        role="img"
        aria-labelledby={`${id}-title`}
        onPointerMove={read}
        onPointerLeave={() => setPointerKv(null)}
      >
        <title
          id={`${id}-title`}
        >{`Viscosity against temperature of ${oils.map(({ code }) => code).join(', ') || 'no oil'}; the list below gives the values`}</title>
        <defs>
          <clipPath id={`${id}-frame`}>
            <rect {...frame} />
          </clipPath>
          <pattern id={`${id}-hatch`} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="7" stroke="var(--color-rule)" strokeWidth="3" />
          </pattern>
        </defs>
        {window && (
          <rect
            x={xOf(window.fromC)}
            y={yOf(window.thickest)}
            width={xOf(window.toC) - xOf(window.fromC)}
            height={yOf(window.thinnest) - yOf(window.thickest)}
            fill={`url(#${id}-hatch)`}
            clipPath={`url(#${id}-frame)`}
          />
        )}
        <Axes />
        <Grades grades={grades} clip={`url(#${id}-frame)`} />
        <Oils oils={oils} clip={`url(#${id}-frame)`} />
        <rect {...frame} fill="none" stroke="var(--color-ink)" strokeWidth={1.2} />
        <ReadAt oils={oils} temperatureC={temperatureC} />
      </svg>
      <figcaption className="mt-3 max-w-[820px]">
        <label htmlFor={`${id}-slide`} className="font-medium">
          Read at <output data-testid="chart-temperature">{number(temperatureC, 1)} °C</output>
        </label>
        {pointerKv !== null && (
          <span className="caption ml-4">
            the pointer stands at <span data-testid="chart-pointer">{measured(pointerKv)} mm²/s</span>
          </span>
        )}
        <input
          id={`${id}-slide`}
          type="range"
          min={temperatureRangeC[0]}
          max={temperatureRangeC[1]}
          step={0.5}
          value={temperatureC}
          onChange={(event) => setTemperature(Number(event.target.value))}
          className="mt-1 block w-full accent-ink"
        />
        <Values oils={oils} temperatureC={temperatureC} />
      </figcaption>
    </figure>
  );
}

/** Degrees and viscosities along the edges, each ruled through. */
const Axes = () => (
  <>
    {temperatureTicks.map((tick) => (
      <g key={tick}>
        <line
          x1={xOf(tick)}
          x2={xOf(tick)}
          y1={frame.y}
          y2={frame.y + frame.height}
          stroke="var(--color-rule)"
          strokeWidth={tick === 40 ? 1.6 : 0.6}
        />
        <text
          x={xOf(tick)}
          y={frame.y + frame.height + 17}
          textAnchor="middle"
          fontSize="12"
          fill="var(--color-ink)"
          fontWeight={tick === 40 ? 600 : 400}
        >
          {number(tick, 0)}
        </text>
      </g>
    ))}
    {kvTicks.map((tick) => (
      <g key={tick}>
        <line
          x1={frame.x}
          x2={frame.x + frame.width}
          y1={yOf(tick)}
          y2={yOf(tick)}
          stroke="var(--color-rule)"
          strokeWidth={0.6}
        />
        <text x={frame.x - 8} y={yOf(tick) + 4} textAnchor="end" fontSize="12" fill="var(--color-ink)">
          {number(tick, 0)}
        </text>
      </g>
    ))}
    <text x={frame.x + frame.width / 2} y={chartHeight - 6} textAnchor="middle" fontSize="12" fill="var(--color-muted)">
      °C
    </text>
    <text
      x={14}
      y={frame.y + frame.height / 2}
      textAnchor="middle"
      fontSize="12"
      fill="var(--color-muted)"
      transform={`rotate(-90 14 ${frame.y + frame.height / 2})`}
    >
      mm²/s
    </text>
  </>
);

/** The ISO grades: thin lines, a bar for their ±10 % at 40 °C, their names where they leave the chart. */
const Grades = ({ grades, clip }: { grades: GradeLine[]; clip: string }) => (
  <>
    <g clipPath={clip}>
      {grades.map(({ isoVg, line }) => (
        <rect
          key={isoVg}
          x={xOf(40) - 7}
          width={14}
          y={yOf(kvAt(line, 40) * (1 + gradeHalfWidth))}
          height={yOf(kvAt(line, 40) * (1 - gradeHalfWidth)) - yOf(kvAt(line, 40) * (1 + gradeHalfWidth))}
          fill="var(--color-rule)"
        />
      ))}
      {grades.map(({ isoVg, line }) => {
        const at = segmentOf(line);
        return (
          at && (
            <line key={isoVg} data-grade={isoVg} {...at} stroke="var(--color-muted)" strokeWidth={0.7} opacity={0.55} />
          )
        );
      })}
    </g>
    {grades.map(({ isoVg, line }) => {
      const at = segmentOf(line);
      return (
        at &&
        at.x2 > frame.x + frame.width - 2 && (
          <text key={isoVg} x={frame.x + frame.width + 5} y={at.y2 + 4} fontSize="10" fill="var(--color-muted)">
            VG {isoVg}
          </text>
        )
      );
    })}
  </>
);

const Oils = ({ oils, clip }: { oils: ChartOil[]; clip: string }) => (
  <>
    <g clipPath={clip}>
      {oils.map(({ code, line }, index) => {
        const at = segmentOf(line);
        return (
          at && (
            <line
              key={code}
              data-oil={code}
              {...at}
              stroke="var(--color-ink)"
              strokeWidth={2.2}
              strokeDasharray={patterns[index % patterns.length]}
            />
          )
        );
      })}
    </g>
    {oils.map(({ code, line }, index) => {
      const at = segmentOf(line);
      if (!at) return null;
      // Each label stands further along its line than the one before, so that lines close together keep theirs apart.
      const along = Math.min(0.85, 0.1 + 0.13 * index);
      return (
        <text
          key={code}
          x={at.x1 + along * (at.x2 - at.x1) + 6}
          y={at.y1 + along * (at.y2 - at.y1) - 6}
          fontSize="13"
          fontWeight="600"
          fill="var(--color-ink)"
          stroke="var(--color-ground)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          {code}
        </text>
      );
    })}
  </>
);

/** Where the lines of the oils are read. */
const ReadAt = ({ oils, temperatureC }: { oils: ChartOil[]; temperatureC: number }) => (
  <>
    <line
      x1={xOf(temperatureC)}
      x2={xOf(temperatureC)}
      y1={frame.y}
      y2={frame.y + frame.height}
      stroke="var(--color-ink)"
      strokeDasharray="3 3"
    />
    {oils.map(({ code, line }) => {
      const kv = kvAt(line, temperatureC);
      const at = yOf(kv);
      return (
        at >= frame.y &&
        at <= frame.y + frame.height && (
          <circle
            key={code}
            cx={xOf(temperatureC)}
            cy={at}
            r={4}
            fill="var(--color-sheet)"
            stroke="var(--color-ink)"
            strokeWidth={1.8}
          />
        )
      );
    })}
  </>
);

/** The same in words. */
const Values = ({ oils, temperatureC }: { oils: ChartOil[]; temperatureC: number }) => (
  <ul className="mt-2 grid grid-cols-[minmax(0,1fr)] gap-x-8 sm:grid-cols-2" aria-live="polite">
    {oils.map(({ code, name, line }, index) => (
      <li key={code} className="rule-t flex items-center gap-3 py-1">
        <svg width="34" height="8" aria-hidden="true">
          <line
            x1="0"
            x2="34"
            y1="4"
            y2="4"
            stroke="var(--color-ink)"
            strokeWidth="2.2"
            strokeDasharray={patterns[index % patterns.length]}
          />
        </svg>
        <span className="house-code">{code}</span>
        <span className="min-w-0 grow truncate text-muted">{name}</span>
        <strong className="whitespace-nowrap">{kvWords(kvAt(line, temperatureC))}</strong>
      </li>
    ))}
  </ul>
);

const kvWords = (kv: number) =>
  kv > 2e7 || !Number.isFinite(kv) ? 'does not flow' : kv < 0.3 ? 'thinner than the scale' : `${measured(kv)} mm²/s`;
