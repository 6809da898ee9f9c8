'use client';

import { ToggleGroup } from 'radix-ui';
import { useState } from 'react';
import { type Item, areaDrawn, drawnTo, machinePlaced, storePlaced } from '@/core/floor/edit';
import { type FloorPlan, type StoreKind, storeKinds } from '@/core/floor/floor-plan';
import { isOwn } from '@/core/own';
import type { FloorPlanRead } from '@/desk/register/floor-plan';
import { Metres } from './item-panel';

const tools = { move: 'Move', aisle: 'Aisle', machine: 'Machine', store: 'Store', area: 'Area' } as const;
export type ToolName = keyof typeof tools;
export type Point = { x: number; y: number };

/** So near, in metres, an aisle ends at a node or on another aisle. */
const nearEnough = 2.5;

export const hints: Record<ToolName, string> = {
  move: 'Drag things, or choose one and use the arrow keys (with Shift five metres). Delete takes it off.',
  aisle: 'Tap from point to point. An aisle joins what it meets.',
  machine: 'Choose a machine and tap where it stands.',
  store: 'Tap where carts or lubricants are kept: walks begin and end there.',
  area: 'Choose an area and tap two opposite corners of it.',
};

type Given = {
  plan: FloorPlan;
  draw: (plan: FloorPlan) => void;
  onChoose: (item: Item) => void;
  unplaced: FloorPlanRead['machines'];
  areas: FloorPlanRead['areas'];
};
export type Tool = ReturnType<typeof useTool>;

/** The tool in hand, and what it does at a point of the plan. */
export function useTool({ plan, draw, onChoose, unplaced, areas }: Given) {
  const [name, setName] = useState<ToolName>('move');
  /** The node that an aisle is drawn on from. */
  const [from, setFrom] = useState<string | undefined>();
  const [corner, setCorner] = useState<Point | undefined>();
  const [what, setWhat] = useState('');
  const choices = choicesOf(name, areas, unplaced);
  const picked = choices.some(([code]) => code === what) ? what : (choices[0]?.[0] ?? '');
  const use = (point: Point) => {
    if (name === 'aisle') {
      const { plan: next, node } = drawnTo(plan, from, point, nearEnough);
      draw(next);
      setFrom(node);
      onChoose({ kind: 'node', id: node });
    } else if (name === 'store') {
      const placed = storePlaced(plan, picked as StoreKind, point);
      draw(placed.plan);
      onChoose({ kind: 'store', name: placed.name });
    } else if (picked === '') return;
    else if (name === 'machine') {
      draw(machinePlaced(plan, picked, point));
      onChoose({ kind: 'machine', code: picked });
    } else if (name === 'area') {
      if (corner) draw(areaDrawn(plan, picked, corner, point));
      setCorner(corner ? undefined : point);
    }
  };
  return {
    name,
    corner,
    choices,
    picked,
    isDrawing: from !== undefined,
    use,
    pick: setWhat,
    take: (next: ToolName) => {
      setName(next);
      setFrom(undefined);
      setCorner(undefined);
      setWhat('');
    },
    /** Ends the aisle that is drawn. */
    end: () => setFrom(undefined),
    /** What was taken off is not drawn on from. */
    forget: (item: Item) => {
      if (item.kind === 'node' && item.id === from) setFrom(undefined);
    },
  };
}

function choicesOf(tool: ToolName, areas: Given['areas'], unplaced: Given['unplaced']): [string, string][] {
  if (tool === 'machine') return unplaced.map(({ code, name }) => [code, `${code} ${name}`]);
  if (tool === 'area') return areas.map(({ code, name }) => [code, `${code} ${name}`]);
  return tool === 'store' ? Object.entries(storeKinds) : [];
}

export const ToolChoice = ({ tool }: { tool: Tool }) => (
  <ToggleGroup.Root
    type="single"
    value={tool.name}
    onValueChange={(name) => isOwn(tools, name) && tool.take(name)}
    aria-label="Tool"
    className="flex flex-wrap"
  >
    {Object.entries(tools).map(([name, words]) => (
      <ToggleGroup.Item
        key={name}
        value={name}
        className={`button -ml-px first:ml-0 ${tool.name === name ? 'button-first' : ''}`}
      >
        {words}
      </ToggleGroup.Item>
    ))}
  </ToggleGroup.Root>
);

/** What the tool is used with, and where, for whoever would rather type than tap. */
export function ToolPanel({ tool }: { tool: Tool }) {
  const [at, setAt] = useState<Point>({ x: 0, y: 0 });
  const { name, choices, picked } = tool;
  return (
    <div>
      {choices.length > 0 && (
        <label className="block">
          <span className="caption">{name === 'store' ? 'What is kept' : tools[name]}</span>
          <select className="field" value={picked} onChange={(event) => tool.pick(event.target.value)}>
            {choices.map(([code, words]) => (
              <option key={code} value={code}>
                {words}
              </option>
            ))}
          </select>
        </label>
      )}
      {name === 'machine' && choices.length === 0 && <p className="caption">Every machine has its place.</p>}
      <div className="mt-2 grid grid-cols-2 gap-2">
        <Metres label="East, m" value={at.x} onSet={(x) => setAt({ ...at, x })} />
        <Metres label="North, m" value={at.y} onSet={(y) => setAt({ ...at, y })} />
      </div>
      <button type="button" className="button mt-2 w-full" onClick={() => tool.use(at)}>
        {name === 'aisle' ? 'Draw to this point' : name === 'area' ? 'Set a corner here' : 'Put it here'}
      </button>
      {tool.isDrawing && (
        <button type="button" className="button mt-2 w-full" onClick={tool.end}>
          End this aisle
        </button>
      )}
    </div>
  );
}
