'use client';

import { useRef, useState } from 'react';
import type { FloorPlan } from '@/core/floor/floor-plan';
import { fromGeoJson, toGeoJson } from '@/core/floor/geo-json';

/** The drawing out as a file and in again; what comes in is a step that can be undone, and is not saved yet. */
export function GeoJsonFiles({ plan, onRead }: { plan: FloorPlan; onRead: (plan: FloorPlan) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<string[]>([]);
  const read = async (file: File | undefined) => {
    if (!file) return;
    const found = fromGeoJson(await file.text());
    if (found.ok) onRead(found.plan);
    setSaid(
      found.ok ? [`Read from ${file.name}; look at it, then save it.`, ...found.leftOut.slice(0, 5)] : [found.reason],
    );
    if (input.current) input.current.value = '';
  };
  const write = () => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(
      new Blob([JSON.stringify(toGeoJson(plan), null, 1)], { type: 'application/geo+json' }),
    );
    link.download = 'floor-plan.geojson';
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <div>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="button" onClick={write}>
          Save as GeoJSON
        </button>
        <label className="button cursor-pointer focus-within:outline-3">
          Read GeoJSON
          <input
            ref={input}
            type="file"
            accept=".geojson,.json,application/geo+json"
            className="sr-only"
            onChange={(event) => void read(event.target.files?.[0])}
          />
        </label>
      </div>
      <div role="status" className="mt-1 text-sm">
        {said.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </div>
    </div>
  );
}
