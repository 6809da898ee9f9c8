import { type ComponentProps, createElement } from 'react';
import { renderOnPage } from '@/components/testing';
import { leastStop } from '@/core/testing';
import { type WalkDocument, type WalkStop, walkDocument } from '@/core/walk/document';
import type { StopDraft } from './stop-draft';
import { StopView } from './stop-view';

/** Test helpers of the Round; imported by tests only. */

/** A plain greasing stop with what a test wants different. */
export const someStop = (change: Partial<WalkStop> = {}): WalkStop => ({
  ...walkDocument.shape.stops.element.parse({
    ...leastStop,
    title: 'Regrease',
    action: 'grease',
    pointKind: 'rolling-bearing',
    lubricant: { id: 'L', code: 'G-22', name: 'Grease' },
    amountKind: 'grams',
    amount: 20.15,
  }),
  ...change,
});

/** A reading that was never taken before. */
const neverRead = { last: null, usualPerDay: null, worn: [], hoursNow: null, curve: [] };

/** A lever gun of 1.2 g a stroke that carries the stop's grease. */
export const someGun = (change: Partial<WalkDocument['guns'][number]> = {}): WalkDocument['guns'][number] => ({
  id: 'GUN',
  code: 'GUN-1',
  name: 'Lever gun',
  lubricantId: 'L',
  gramsPerStroke: 1.2,
  airPowered: false,
  ...change,
});

/** An hour meter that was read a day ago. */
export const someMeter = (change: Partial<WalkDocument['meters'][number]> = {}): WalkDocument['meters'][number] => ({
  id: 'METER',
  machineId: 'm',
  name: 'Hour meter',
  unit: 'hours',
  lastValue: 100,
  lastAt: new Date(Date.now() - 86_400_000).toISOString(),
  maxPerDay: 24,
  resolution: 0.1,
  rolloverAt: null,
  readInRound: false,
  ...change,
});

/** A stop on its page, and what is written there. */
export function showStop(change: Partial<WalkStop> = {}, others: Partial<ComponentProps<typeof StopView>> = {}) {
  const written: (Omit<StopDraft, 'kind'> & { kind: string })[] = [];
  const shown = renderOnPage(
    createElement(StopView, {
      stop: someStop({ ...change, readings: (change.readings ?? []).map((asked) => ({ ...neverRead, ...asked })) }),
      answer: undefined,
      guns: [someGun()],
      meters: [],
      onWrite: async (...drafts) => void written.push(...drafts),
      onNext: () => written.push({ kind: 'next', body: {} }),
      ...others,
    }),
  );
  return { ...shown, written };
}
