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

/** Whether one stroke of a gun is more than a seal takes: the amount is weighed then, or given with a finer gun. */
export const isTooCoarse = (stop: Asked, { gramsPerStroke }: Gun): boolean =>
  stop.amountKind === 'grams' &&
  stop.amount !== null &&
  strokesOf(stop.amount, gramsPerStroke, stop.strokeRounding) < 1;

/**
 * The guns by which a stop can be greased: with its grease, where no hand is asked for, and with a stroke that its seal takes.
 * @returns those, and whether one that carries the grease is too coarse
 */
export function gunsFor(
  stop: Asked & Pick<WalkStop, 'forbidsAirGun' | 'filledByHand'>,
  guns: readonly Gun[],
): { fitting: Gun[]; tooCoarse: boolean } {
  const carrying = guns.filter(
    ({ lubricantId, airPowered }) =>
      lubricantId === stop.lubricant?.id && !(stop.forbidsAirGun && airPowered) && !stop.filledByHand,
  );
  const fitting = carrying.filter((each) => !isTooCoarse(stop, each));
  return { fitting, tooCoarse: fitting.length < carrying.length };
}

/** The plan of a stop in the units the technician holds: strokes of the chosen gun for grease, litres for oil. */
export function plannedOf(stop: Asked, gun: Gun | null): Planned {
  const kind = stop.amountKind as AmountKind;
  if (kind === 'grams' && stop.amount !== null && gun && !isTooCoarse(stop, gun)) {
    const strokes = strokesOf(stop.amount, gun.gramsPerStroke, stop.strokeRounding);
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

type Looked = {
  drained: number | null;
  part: 'turned' | 'replaced' | undefined;
  readings: readonly object[];
  looks: readonly object[];
};

/** The entry of a stop at which nothing goes in. */
function lookedEntry(
  { action }: Asked,
  { drained, part, readings, looks }: Looked,
): { kind: 'check' | 'drain'; body: Record<string, unknown> } {
  // Water of a trap is measured where somebody did; that nothing came is a look.
  if (action === 'drain' && drained !== null && readings.length + looks.length === 0)
    return { kind: 'drain', body: { volumeL: drained, what: 'water' } };
  return {
    kind: 'check',
    body: {
      result: 'in-order',
      ...(part && { part }),
      ...(readings.length > 0 && { readings }),
      ...(looks.length > 0 && { looks }),
    },
  };
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
    readings = [],
    looks = [],
  }: {
    drained?: number | null;
    purge?: 'shown' | 'not-shown';
    part?: 'turned' | 'replaced';
    readings?: readonly object[];
    looks?: readonly object[];
  } = {},
): { kind: 'grease' | 'oil-change' | 'top-up' | 'check' | 'drain'; body: Record<string, unknown> } {
  const lubricantId = stop.lubricant?.id;
  if (putsNothingIn(stop.action) || !lubricantId) return lookedEntry(stop, { drained, part, readings, looks });
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
