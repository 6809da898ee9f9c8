'use client';

import { Plus, X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { OutlineBoxes } from '@/components/scales/machine-outline';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { WhoMay } from '@/components/who-may';
import { type Outline, type OutlineBox, fieldHeight, fieldWidth } from '@/core/register/outline';
import { saveOutline } from '@/app/(book)/plant/actions';

type Props = {
  machineId: string;
  code: string;
  version: number;
  initial: Outline;
  points: { id: string; place: number; label: string }[];
};

const within = (value: number, most: number) => Math.min(most, Math.max(0, value));
const steps: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Moves numbers on the drawing and keeps its boxes; nothing is saved until asked. */
export function DrawingEditor({ machineId, code, version, initial, points }: Props) {
  const router = useRouter();
  const svg = useRef<SVGSVGElement>(null);
  const [outline, setOutline] = useState(initial);
  const [dragged, setDragged] = useState<string | null>(null);
  const { busy, reason, send } = useMutation();
  const put = (id: string, x: number, y: number) =>
    setOutline((before) => ({
      ...before,
      points: { ...before.points, [id]: [within(x, fieldWidth), within(y, fieldHeight)] },
    }));
  const drag = (event: PointerEvent) => {
    const matrix = svg.current?.getScreenCTM();
    if (!dragged || !matrix) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    put(dragged, Math.round(at.x * 2) / 2, Math.round(at.y * 2) / 2);
  };
  const step = (event: KeyboardEvent, id: string) => {
    const move = steps[event.key];
    if (!move) return;
    event.preventDefault();
    const [x, y] = outline.points[id]!;
    put(id, x + move[0] * (event.shiftKey ? 5 : 1), y + move[1] * (event.shiftKey ? 5 : 1));
  };
  const save = async () => {
    const answer = await send(() => saveOutline(machineId, version, outline));
    if (answer.ok) router.push(`/plant/machines/${code}/chart`);
  };
  return (
    <div className="mt-6 gap-8 xl:grid xl:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
      <svg
        ref={svg}
        viewBox={`-4 -4 ${fieldWidth + 8} ${fieldHeight + 8}`}
        className="w-full touch-none border border-rule bg-sheet"
        onPointerMove={drag}
        onPointerUp={() => setDragged(null)}
        onPointerLeave={() => setDragged(null)}
      >
        <OutlineBoxes boxes={outline.boxes} />
        {points.map(({ id, place, label }) => {
          const [x, y] = outline.points[id]!;
          return (
            <g
              key={id}
              role="slider"
              tabIndex={0}
              aria-label={`${place}: ${label}, arrow keys move it`}
              aria-valuetext={`${Math.round(x)} across, ${Math.round(y)} down`}
              aria-valuenow={Math.round(x)}
              aria-valuemin={0}
              aria-valuemax={fieldWidth}
              className="cursor-grab"
              onPointerDown={(event) => {
                event.preventDefault();
                setDragged(id);
              }}
              onKeyDown={(event) => step(event, id)}
            >
              <circle
                cx={x}
                cy={y}
                r={3.4}
                fill={dragged === id ? 'var(--color-rule)' : 'var(--color-sheet)'}
                stroke="var(--color-ink)"
                strokeWidth={0.5}
              />
              <text x={x} y={y + 1.2} textAnchor="middle" fontSize="3.4" fontWeight="600" fill="var(--color-ink)">
                {place}
              </text>
            </g>
          );
        })}
      </svg>
      <div className="max-xl:mt-6">
        <Boxes boxes={outline.boxes} onChange={(boxes) => setOutline((before) => ({ ...before, boxes }))} />
        <div className="mt-5">
          <FormProblem reason={reason} />
        </div>
        <p className="mt-3">
          <WhoMay action="plan">
            <button type="button" className="button button-first" disabled={busy} onClick={() => void save()}>
              {busy ? 'Saving …' : 'Save drawing'}
            </button>
          </WhoMay>
        </p>
      </div>
    </div>
  );
}

/** The boxes that the drawing is made of, by their label and place. */
function Boxes({ boxes, onChange }: { boxes: readonly OutlineBox[]; onChange: (boxes: OutlineBox[]) => void }) {
  const setBox = (index: number, change: Partial<OutlineBox>) =>
    onChange(boxes.map((box, place) => (place === index ? { ...box, ...change } : box)));
  return (
    <>
      <h2 className="text-xl">Boxes</h2>
      {boxes.map((box, index) => (
        <fieldset key={index} className="rule-t grid grid-cols-[repeat(4,minmax(0,1fr))_auto] items-end gap-2 py-2">
          <legend className="sr-only">Box {index + 1}</legend>
          <label className="col-span-full">
            <span className="caption">Label</span>
            <input
              className="field"
              value={box.label}
              maxLength={40}
              onChange={(event) => setBox(index, { label: event.target.value })}
            />
          </label>
          {(
            [
              ['x', 'Left', 0, fieldWidth],
              ['y', 'Top', 0, fieldHeight],
              ['width', 'Wide', 1, fieldWidth],
              ['height', 'High', 1, fieldHeight],
            ] as const
          ).map(([key, label, least, most]) => (
            <label key={key}>
              <span className="caption">{label}</span>
              <input
                className="field px-1 text-right"
                type="number"
                min={least}
                max={most}
                value={box[key]}
                onChange={(event) =>
                  setBox(index, { [key]: Math.min(most, Math.max(least, Number(event.target.value) || least)) })
                }
              />
            </label>
          ))}
          <button
            type="button"
            className="button button-quiet"
            aria-label={`Remove box ${index + 1}`}
            onClick={() => onChange(boxes.filter((_, place) => place !== index))}
          >
            <X aria-hidden="true" size={18} />
          </button>
        </fieldset>
      ))}
      <button
        type="button"
        className="button mt-2"
        disabled={boxes.length >= 12}
        onClick={() => onChange([...boxes, { label: 'Part', x: 4, y: 4, width: 18, height: 12 }])}
      >
        <Plus aria-hidden="true" size={18} /> Add a box
      </button>
    </>
  );
}
