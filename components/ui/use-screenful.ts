'use client';

import { useEffect, useState, type CSSProperties } from 'react';

/** About as many rows as anybody sees before he scrolls. */
const screenful = 24;

/**
 * The rows of a list that are drawn: a screenful by the server, all of them as soon as the page stands. Of a long list the
 * first is there sooner, and the server draws only what is seen at first. Until then the list keeps the room of those to
 * come, so that nothing below it moves away from under a finger: an empty row with `room`, in a list that says
 * `--row-height`.
 */
export function useScreenful<Row>(rows: readonly Row[]): { shown: readonly Row[]; room: RoomForRows | null } {
  const [all, setAll] = useState(rows.length <= screenful);
  useEffect(() => setAll(true), []);
  if (all) return { shown: rows, room: null };
  const style = { blockSize: `calc(${rows.length - screenful} * var(--row-height))` };
  return { shown: rows.slice(0, screenful), room: { 'aria-hidden': true, style } };
}

type RoomForRows = { 'aria-hidden': true; style: CSSProperties };
