import { amount, counted, measured } from '@/components/words';
import { strokesOf } from '@/core/grease/strokes';
import type { WalkDocument, WalkStop } from '@/core/walk/document';
import { type AmountKind, putsNothingIn } from '@/core/words/task-words';

export type Gun = WalkDocument['guns'][number];

/** As much of a stop as its amount and its answer need; the operator's counter has no more. */
export type Asked = Pick<WalkStop, 'action' | 'amountKind' | 'amount' | 'lubricant'> &
  Partial<Pick<WalkStop, 'strokeRounding'>>;

/** What a stop asks for: the words in the largest type, and the number that ± changes. */
export type Planned = { words: string; value: number; step: number; unit: string; gun: Gun | null };

/** The plan of a stop in the units the technician holds: strokes of the chosen gun for grease, litres for oil. */
export function plannedOf(stop: Asked, gun: Gun | null): Planned {
  const kind = stop.amountKind as AmountKind;
  if (kind === 'grams' && stop.amount !== null && gun) {
    // A gun that is too coarse for the seal gives its one stroke; the point says so where it is planned.
    const strokes = Math.max(1, strokesOf(stop.amount, gun.gramsPerStroke, stop.strokeRounding));
    return { words: counted(strokes, 'stroke'), value: strokes, step: 1, unit: 'strokes', gun };
  }
  if (kind === 'to-mark') return { words: 'to the mark', value: 0, step: 0.1, unit: 'L', gun: null };
  if (kind === 'litres')
    return {
      words: amount(kind, stop.amount),
      value: stop.amount ?? 0,
      step: stop.amount !== null && stop.amount >= 10 ? 0.5 : 0.1,
      unit: 'L',
      gun: null,
    };
  if (kind === 'film') return { words: 'a film', value: 1, step: 1, unit: '', gun: null };
  return {
    words: amount(kind, stop.amount),
    value: stop.amount ?? 1,
    step: 1,
    unit: kind === 'grams' ? 'g' : kind,
    gun: null,
  };
}

/** The entry that says a stop is done, with what really went in. */
export function doneEntry(
  stop: Asked,
  planned: Planned,
  given: number,
  drained: number | null,
): { kind: 'grease' | 'oil-change' | 'top-up' | 'check'; body: Record<string, unknown> } {
  const lubricantId = stop.lubricant?.id;
  if (putsNothingIn(stop.action) || !lubricantId) return { kind: 'check', body: { result: 'in-order' } };
  // Cartridges are counted, whatever the task calls its action.
  if (stop.action === 'grease' && stop.amountKind !== 'pieces')
    return {
      kind: 'grease',
      body: {
        lubricantId,
        massG: planned.gun ? Number((given * planned.gun.gramsPerStroke).toFixed(3)) : given,
        ...(planned.gun && { strokes: given, gunId: planned.gun.id }),
      },
    };
  if (stop.action === 'oil-change')
    return {
      kind: 'oil-change',
      body: { lubricantId, volumeL: given, ...(drained !== null && { drainedL: drained }) },
    };
  if (planned.unit === 'L') return { kind: 'top-up', body: { lubricantId, amountKind: 'litres', amount: given } };
  return {
    kind: 'top-up',
    body: { lubricantId, amountKind: stop.amountKind, ...(stop.amountKind !== 'film' && { amount: given }) },
  };
}

/** What stands under the large words: grams and gun, or the mark. */
export function plannedDetail(stop: WalkStop, planned: Planned): string {
  if (planned.gun && stop.amount !== null)
    return `${measured(stop.amount)} g with ${planned.gun.code}, ${measured(planned.gun.gramsPerStroke)} g a stroke`;
  return stop.plannedAmount !== null ? `overruled; the plan says ${measured(stop.plannedAmount)}` : '';
}
