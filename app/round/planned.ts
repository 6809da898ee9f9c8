import { amount, counted, measured } from '@/components/words';
import { strokesOf } from '@/core/grease/strokes';
import type { WalkDocument, WalkStop } from '@/core/walk/document';
import { type AmountKind, putsNothingIn } from '@/core/words/task-words';

export type Gun = WalkDocument['guns'][number];

/** As much of a stop as its amount and its answer need; the operator's counter has no more. */
export type Asked = Pick<WalkStop, 'action' | 'amountKind' | 'amount' | 'lubricant'> &
  Partial<Pick<WalkStop, 'strokeRounding'>>;

/** What a stop asks for: the words in the largest type, and the number that ± changes. */
export type Planned = {
  words: string;
  value: number;
  step: number;
  unit: string;
  gun: Gun | null;
  /** A purge is asked for what really went in, and stops here at the latest. */
  most?: number;
};

/** The plan of a stop in the units the technician holds: strokes of the chosen gun for grease, litres for oil. */
export function plannedOf(stop: Asked, gun: Gun | null): Planned {
  const kind = stop.amountKind as AmountKind;
  if (kind === 'grams' && stop.amount !== null && gun) {
    // A gun that is too coarse for the seal gives its one stroke; the point says so where it is planned.
    const strokes = Math.max(1, strokesOf(stop.amount, gun.gramsPerStroke, stop.strokeRounding));
    return { words: counted(strokes, 'stroke'), value: strokes, step: 1, unit: 'strokes', gun };
  }
  if (kind === 'strokes' && stop.amount !== null)
    return { words: counted(stop.amount, 'stroke'), value: stop.amount, step: 1, unit: 'strokes', gun };
  if (kind === 'purge' && stop.amount !== null) {
    const most = gun ? Math.max(1, strokesOf(stop.amount, gun.gramsPerStroke, 'down')) : stop.amount;
    const unit = gun ? 'strokes' : 'g';
    return {
      words: `purge, at most ${gun ? counted(most, 'stroke') : `${measured(most)} g`}`,
      value: 0,
      step: 1,
      unit,
      gun,
      most,
    };
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

/** Strokes are the grams of the gun that made them; of a gun that nobody knows only the strokes are known. */
function greaseGiven({ unit, gun }: Planned, given: number): Record<string, unknown> {
  if (unit !== 'strokes') return { massG: given };
  return gun
    ? { massG: Number((given * gun.gramsPerStroke).toFixed(3)), strokes: given, gunId: gun.id }
    : { strokes: given };
}

/** The entry that says a stop is done, with what really went in. */
export function doneEntry(
  stop: Asked,
  planned: Planned,
  given: number,
  {
    drained = null,
    purge,
    part,
  }: { drained?: number | null; purge?: 'shown' | 'not-shown'; part?: 'turned' | 'replaced' } = {},
): { kind: 'grease' | 'oil-change' | 'top-up' | 'check'; body: Record<string, unknown> } {
  const lubricantId = stop.lubricant?.id;
  if (putsNothingIn(stop.action) || !lubricantId)
    return { kind: 'check', body: { result: 'in-order', ...(part && { part }) } };
  // Cartridges are counted and a film is none, whatever the task calls its action.
  if (stop.action === 'grease' && stop.amountKind !== 'pieces' && stop.amountKind !== 'film')
    return {
      kind: 'grease',
      body: {
        lubricantId,
        ...greaseGiven(planned, given),
        ...(purge && { purge }),
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
  if (planned.gun && stop.amount !== null && stop.amountKind === 'strokes')
    return `${measured(stop.amount * planned.gun.gramsPerStroke)} g with ${planned.gun.code}, ${measured(planned.gun.gramsPerStroke)} g a stroke`;
  if (planned.gun && stop.amount !== null)
    return `${measured(stop.amount)} g with ${planned.gun.code}, ${measured(planned.gun.gramsPerStroke)} g a stroke`;
  return stop.plannedAmount !== null ? `overruled; the plan says ${measured(stop.plannedAmount)}` : '';
}

/** More than so many planned doses are doubted; filled and drained may differ by this share. */
const dosesDoubted = 3;
const fillDoubted = 0.1;

/**
 * Why what is said to have gone in is hard to believe; null where it is not. It is asked, never swallowed: pressed again it is
 * written.
 */
export function givenDoubt(
  stop: Pick<WalkStop, 'action' | 'amount'>,
  planned: Planned,
  given: number,
  drained: number | null,
): string | null {
  const { value, unit } = planned;
  if (stop.action === 'oil-change') {
    if (stop.amount !== null && given > stop.amount * (1 + fillDoubted))
      return `${measured(given)} L are more than it holds (${measured(stop.amount)} L).`;
    if (drained !== null && given > 0 && Math.abs(given - drained) > fillDoubted * given)
      return `${measured(drained)} L came out and ${measured(given)} L went in: oil was lost unseen, or something else got in.`;
    return null;
  }
  if (planned.most === undefined && value > 0 && given > dosesDoubted * value)
    return `${measured(given)} ${unit} are more than ${dosesDoubted} doses.`;
  return null;
}
