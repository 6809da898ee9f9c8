import { type MeterState, countAt } from '@/core/meter/state';
import { type StoredComputation, computeStored } from '@/core/method';
import { type SumpEvent, sumpLedger } from '@/core/sump/ledger';
import type { Database } from '../desk';
import { isOf, readBelieved } from '../log/believed';
import { deriveMeters } from '../standing/meters';

/** What a sump holds by the ledger of what went in. */
export type SumpContents = {
  volumeL: number;
  /** The most first. */
  composition: { code: string; share: number }[];
  /** Run hours in effect; undefined where no meter counts them. */
  ageH?: number;
  consumptionLPer1000H?: number;
  /** Nobody has written a filling yet; what was topped up is taken for it. */
  isAssumed: boolean;
  stored: StoredComputation;
};
type Sump = Pick<InstanceType<Database['Reservoir']>, 'id' | 'machineId' | 'capacityL' | 'residualL'>;

/** What is in a reservoir by the log; undefined where its size is not known or nothing was ever filled in. */
export async function sumpOf(db: Database, now: Date, reservoir: Sump): Promise<SumpContents | undefined> {
  const { capacityL, residualL } = reservoir;
  if (!capacityL) return undefined;
  const fed = await db.LubePoint.findAll({ where: { reservoirId: reservoir.id }, attributes: ['id'] });
  if (fed.length === 0) return undefined;
  const rows = await readBelieved(
    db,
    "entry.pointId IN (:ids) AND entry.kind IN ('oil-change', 'top-up', 'commissioning', 'drain', 'flush') AND entry.decides AND entry.happenedAtUtc <= :now",
    { ids: fed.map(({ id }) => id), now },
  );
  const meter = (await deriveMeters(db, [reservoir.machineId])).find(({ unit }) => unit === 'hours');
  const hoursAt = (at: string) => hoursOf(meter?.state, Date.parse(at));
  const residual = residualL ? { residualShare: Math.min(1, residualL / capacityL) } : {};
  const events = rows.flatMap((entry): SumpEvent[] => {
    const base = { at: entry.happenedAt, meter: hoursAt(entry.happenedAt) };
    if (isOf('oil-change')(entry))
      return [{ ...base, kind: 'change', lubricantId: entry.body.lubricantId, ...residual }];
    if (isOf('commissioning')(entry)) {
      const { lubricantId, volumeL } = entry.body;
      return lubricantId && volumeL ? [{ ...base, kind: 'change', lubricantId }] : [];
    }
    if (isOf('drain')(entry))
      return entry.body.what === 'oil' ? [{ ...base, kind: 'drain', volumeL: entry.body.volumeL }] : [];
    if (isOf('flush')(entry)) {
      const { lubricantId, volumeL, times } = entry.body;
      // What nobody named thins the old oil all the same; the change that follows says what is in there.
      return lubricantId ? Array.from({ length: times }, () => ({ ...base, kind: 'flush', volumeL, lubricantId })) : [];
    }
    if (!isOf('top-up')(entry) || entry.body.amountKind !== 'litres' || !entry.body.amount) return [];
    return [{ ...base, kind: 'top-up', lubricantId: entry.body.lubricantId, volumeL: entry.body.amount }];
  });
  const [first] = rising(events);
  if (!first) return undefined;
  // Topped up before any filling was written: what was put on top is taken for what was in there.
  const isAssumed = first.kind === 'top-up' && !events.some(({ kind }) => kind === 'change');
  if (first.kind === 'top-up')
    events.push({ at: first.at, meter: first.meter, kind: 'fill', lubricantId: first.lubricantId });
  const ledgerOf = (some: readonly SumpEvent[]) =>
    computeStored(sumpLedger, {
      capacityL,
      events: rising(some),
      asOf: now.toISOString(),
      meter: Math.max(hoursOf(meter?.state, now.getTime()), ...some.map((event) => event.meter)),
    });
  const whole = ledgerOf(events);
  // More came out than was in there: that is a finding of its own, and the rest of the ledger stands.
  const run = whole.ok ? whole : ledgerOf(events.filter(({ kind }) => kind !== 'drain'));
  if (!run.ok) return undefined;
  const { volumeL, composition, effectiveAgeH, consumptionLPer1000H } = run.result;
  const lubricants = await db.Lubricant.findAll({ where: { id: composition.map(({ lubricantId }) => lubricantId) } });
  const codeOf = new Map(lubricants.map(({ id, code }) => [id, code]));
  const uses = consumptionLPer1000H.sinceChange;
  return {
    volumeL,
    composition: composition.map(({ lubricantId, share }) => ({ code: codeOf.get(lubricantId) ?? '?', share })),
    ...(meter && { ageH: effectiveAgeH }),
    ...(meter && uses !== undefined && { consumptionLPer1000H: uses }),
    isAssumed,
    stored: run.stored,
  };
}

const hoursOf = (state: MeterState | undefined, atMs: number): number =>
  state && state.kept.length > 0 ? Math.max(0, countAt(state, atMs) ?? 0) : 0;

/** Of two at one instant the filling comes first. */
const order = ({ kind }: SumpEvent): number => (kind === 'top-up' ? 1 : 0);

/** In the order in which they happened; a forecast between readings never runs a meter back. */
function rising(events: readonly SumpEvent[]): SumpEvent[] {
  let most = 0;
  return [...events]
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || order(a) - order(b))
    .map((event) => ({ ...event, meter: (most = Math.max(most, event.meter)) }));
}
