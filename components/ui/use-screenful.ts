'use client';

import { useEffect, useState } from 'react';

/** About as many rows as anybody sees before he scrolls. */
const screenful = 24;

/**
 * The rows of a list that are drawn: a screenful by the server, all of them as soon as the page stands. Of a long list the
 * first is there sooner, and the server draws only what is seen at first.
 */
export function useScreenful<Row>(rows: readonly Row[]): readonly Row[] {
  const [all, setAll] = useState(rows.length <= screenful);
  useEffect(() => setAll(true), []);
  return all ? rows : rows.slice(0, screenful);
}
