'use client';

import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { Fragment, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { type DueItem, DueRow, DueTable } from '@/components/due-list';

export type GroupedItem = DueItem & { groupKey: string };
type Group = { key: string; label: string; count: number };
/** What stands on a line: the head of a group, or the task with that place in the whole list. */
type Line = { head: Group } | { place: number };

const batch = 60;
const lineHeight = 58;
const axisWidth = 420;

/**
 * A list of any length of which only what is on screen exists. Rows are fetched in batches as they come into view; the
 * ones of the first paint come with the page.
 */
export function DueWindow({
  query,
  total,
  groups,
  first,
}: {
  query: string;
  total: number;
  groups: Group[];
  first: GroupedItem[];
}) {
  const [known, setKnown] = useState<Map<number, GroupedItem>>(
    () => new Map(first.map((item, place) => [place, item])),
  );
  const [away, setAway] = useState(false);
  const asked = useRef(new Set<number>());
  const lines = useMemo(() => linesOf(groups, total), [groups, total]);
  const list = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => setTop(list.current?.offsetTop ?? 0), []);
  const virtualizer = useWindowVirtualizer({
    count: lines.length,
    estimateSize: () => lineHeight,
    overscan: 8,
    scrollMargin: top,
    initialRect: { width: 1280, height: 1200 },
  });
  const shown = virtualizer.getVirtualItems();
  const places = shown.flatMap(({ index }) => {
    const line = lines[index];
    return line && 'place' in line && !known.has(line.place) ? [line.place] : [];
  });
  const from = places[0];

  useEffect(() => {
    if (from === undefined) return;
    const offset = Math.floor(from / batch) * batch;
    if (asked.current.has(offset)) return;
    asked.current.add(offset);
    const waiting = asked.current;
    void fetch(`/api/due?${query}&offset=${offset}&limit=${batch}`)
      .then(async (response) => {
        if (!response.ok) throw new Error('not answered');
        const { items } = (await response.json()) as { items: GroupedItem[] };
        setKnown((before) => new Map([...before, ...items.map((item, index) => [offset + index, item] as const)]));
        setAway(false);
      })
      .catch(() => {
        waiting.delete(offset);
        setAway(true);
      });
  }, [from, query]);

  const before = shown[0] ? shown[0].start - top : 0;
  const last = shown.at(-1);
  const after = last ? virtualizer.getTotalSize() - (last.end - top) : 0;
  return (
    <div ref={list} className="mt-2">
      {away && (
        <p role="alert" className="border-l-4 border-ink pl-3">
          The server does not answer; rows further down are missing. They are asked for again as you scroll.
        </p>
      )}
      <DueTable caption="Due work" stickyAxis axisWidth={axisWidth}>
        {before > 0 && (
          <tr aria-hidden="true">
            <td style={{ height: before }} />
          </tr>
        )}
        {shown.map(({ index, key }) => {
          const line = lines[index]!;
          if ('head' in line)
            return (
              <tr key={key} ref={virtualizer.measureElement} data-index={index} className="max-lg:block">
                <th scope="rowgroup" colSpan={2} className="pt-6 pb-1 text-lg font-semibold max-lg:block">
                  {line.head.label} <span className="caption font-normal">{line.head.count}</span>
                </th>
              </tr>
            );
          const item = known.get(line.place);
          return (
            <Fragment key={key}>
              {item ? (
                <DueRow item={item} measure={virtualizer.measureElement} index={index} axisWidth={axisWidth} />
              ) : (
                <tr className="rule-t">
                  <td colSpan={2} style={{ height: lineHeight }} className="text-muted">
                    …
                  </td>
                </tr>
              )}
            </Fragment>
          );
        })}
        {after > 0 && (
          <tr aria-hidden="true">
            <td style={{ height: after }} />
          </tr>
        )}
      </DueTable>
    </div>
  );
}

/** Heads and tasks in the order they stand; without grouping only tasks. */
function linesOf(groups: readonly Group[], total: number): Line[] {
  if (groups.length <= 1 && (groups[0]?.key ?? '') === '')
    return Array.from({ length: total }, (_, place) => ({ place }));
  let place = 0;
  return groups.flatMap((head) => [{ head }, ...Array.from({ length: head.count }, () => ({ place: place++ }))]);
}
