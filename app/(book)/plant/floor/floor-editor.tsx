'use client';

import { useRouter } from 'next/navigation';
import { type KeyboardEvent, useState } from 'react';
import { frameOf } from '@/components/scales/floor-drawing';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { type Item, movedTo, placeOf, without } from '@/core/floor/edit';
import { type FloorPlan, piecesOf } from '@/core/floor/floor-plan';
import type { FloorPlanRead } from '@/desk/register/floor-plan';
import { saveFloorPlan } from '../actions';
import { FloorCanvas } from './floor-canvas';
import { GeoJsonFiles } from './geo-json-files';
import { ItemPanel } from './item-panel';
import { type Point, ToolChoice, ToolPanel, hints, useTool } from './tool';
import { useDrawing } from './use-drawing';

const margin = 12;

/** Draws the plant: aisles, machines, stores, areas. Nothing is saved until asked. */
export function FloorEditor({ initial, shifts }: { initial: FloorPlanRead; shifts: readonly string[] }) {
  const router = useRouter();
  const drawing = useDrawing(initial.plan);
  const { plan, draw, undo, redo } = drawing;
  const [chosen, setChosen] = useState<Item | null>(null);
  const [zoom, setZoom] = useState(1);
  const [frame, setFrame] = useState(() => frameOf(initial.plan, margin));
  const { busy, reason, send } = useMutation();
  const placed = new Set(plan.machines.map(({ code }) => code));
  const unplaced = initial.machines.filter(({ code }) => !placed.has(code));
  const tool = useTool({ plan, draw, onChoose: setChosen, unplaced, areas: initial.areas });

  const takeOff = (item: Item) => {
    draw(without(plan, item));
    tool.forget(item);
    setChosen(null);
  };
  const step = (item: Item, by: Point) => {
    const place = placeOf(plan, item);
    if (place) draw(movedTo(plan, item, { x: place.x + by.x, y: place.y + by.y }));
  };
  const fit = (to: FloorPlan) => {
    setZoom(1);
    setFrame(frameOf(to, margin));
  };
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Escape') tool.end();
    if (!(event.ctrlKey || event.metaKey) || event.target instanceof HTMLInputElement) return;
    if (event.key === 'z' && !event.shiftKey) undo();
    else if (event.key === 'y' || (event.key === 'z' && event.shiftKey)) redo();
    else return;
    event.preventDefault();
  };
  const save = async () => {
    const answer = await send(() => saveFloorPlan(initial.version, plan));
    if (answer.ok) router.refresh();
  };
  const isChanged = plan !== initial.plan;
  return (
    // Keys that hold for all of it are listened to where they arrive from whatever has the focus inside.
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions
    <div className="mt-4" onKeyDown={keys}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <ToolChoice tool={tool} />
        <History {...drawing} />
        <Zoom zoom={zoom} onZoom={setZoom} onFit={() => fit(plan)} />
      </div>
      <p className="caption mt-2">{hints[tool.name]}</p>
      <div className="mt-3 gap-6 xl:grid xl:grid-cols-[minmax(0,1fr)_17rem]">
        <FloorCanvas
          plan={plan}
          frame={frame}
          zoom={zoom}
          chosen={chosen}
          isMoving={tool.name === 'move'}
          onChoose={setChosen}
          onPoint={tool.use}
          onPreview={drawing.preview}
          onSettle={drawing.settle}
          onStep={step}
          onTakeOff={takeOff}
        />
        <div className="grid content-start gap-5 max-xl:mt-4">
          {tool.name !== 'move' && <ToolPanel tool={tool} />}
          <ItemPanel plan={plan} item={chosen} shifts={shifts} onDraw={draw} onTakeOff={takeOff} />
          <Standing plan={plan} unplaced={unplaced.length} corner={tool.corner} />
          <GeoJsonFiles
            plan={plan}
            onRead={(read) => {
              draw(read);
              fit(read);
            }}
          />
          <div>
            <FormProblem reason={reason} />
            <WhoMay action="plan">
              <button
                type="button"
                className="button button-first w-full"
                disabled={busy || !isChanged}
                onClick={() => void save()}
              >
                {busy ? 'Saving …' : isChanged ? 'Save the plan' : 'Saved'}
              </button>
            </WhoMay>
          </div>
        </div>
      </div>
    </div>
  );
}

const History = ({ undo, redo, mayUndo, mayRedo }: ReturnType<typeof useDrawing>) => (
  <span className="flex gap-2">
    <button type="button" className="button" disabled={!mayUndo} onClick={undo}>
      Undo
    </button>
    <button type="button" className="button" disabled={!mayRedo} onClick={redo}>
      Redo
    </button>
  </span>
);

const largest = 5;
const larger = 1.5;

const Zoom = ({ zoom, onZoom, onFit }: { zoom: number; onZoom: (zoom: number) => void; onFit: () => void }) => (
  <span className="flex items-center gap-2">
    <button
      type="button"
      className="button"
      aria-label="Smaller"
      disabled={zoom <= 1}
      onClick={() => onZoom(Math.max(1, zoom / larger))}
    >
      −
    </button>
    <button
      type="button"
      className="button"
      aria-label="Larger"
      disabled={zoom * larger > largest}
      onClick={() => onZoom(zoom * larger)}
    >
      +
    </button>
    <button type="button" className="button" onClick={onFit}>
      Fit
    </button>
  </span>
);

/** What is still missing for walks to be worked out, told as it is drawn. */
function Standing({ plan, unplaced, corner }: { plan: FloorPlan; unplaced: number; corner: Point | undefined }) {
  const pieces = piecesOf(plan);
  return (
    <div role="status" className="text-sm">
      {corner && (
        <p>
          First corner at {Math.round(corner.x)}, {Math.round(corner.y)}: tap the opposite one.
        </p>
      )}
      <p>
        {counted(plan.aisles.length, 'aisle')}, {counted(plan.machines.length, 'machine')}
        {unplaced > 0 && <>, {unplaced} not placed yet</>}.
      </p>
      {pieces.length > 1 && (
        <p className="mt-1 border-l-4 border-ink pl-2">
          The aisles are in {pieces.length} pieces that no way joins: {pieces[1]!.slice(0, 4).join(', ')}
          {pieces[1]!.length > 4 && ' …'} {pieces[1]!.length === 1 ? 'is' : 'are'} cut off.
        </p>
      )}
      {plan.stores.every(({ kind }) => kind !== 'cart') && (
        <p className="mt-1">No cart store yet: a walk begins there.</p>
      )}
    </div>
  );
}
