import { z } from 'zod';
import { instant, kinematicViscosity, quantity, share } from '../fields/fields';
import { type Notice, type WorkingStep, answer, defineMethod, refuse, shown } from '../method';
import { viscosityBlend } from '../viscosity/blend';

const litres = (title: string) => quantity(title, 'L', { min: 0, max: 1e6 });
const meterValue = (title: string) => quantity(title, 'h', { min: 0, max: 1e9 });
const kinds = ['fill', 'change', 'top-up', 'drain', 'leak', 'flush', 'sample'] as const;

const event = z.strictObject({
  at: instant('At'),
  meter: meterValue('Run hours, accumulated'),
  kind: z.enum(kinds).meta({ title: 'What happened' }),
  volumeL: litres('Volume').optional(),
  levelAfterL: litres('In there afterwards').optional(),
  lubricantId: z.string().trim().min(1).max(60).optional().meta({ title: 'Lubricant' }),
  residualShare: share('Share of the old contents afterwards').optional(),
});
export type SumpEvent = z.infer<typeof event>;

/** Kinds that put something in, and so must say what. */
const puttingIn: readonly SumpEvent['kind'][] = ['fill', 'change', 'top-up', 'flush'];
/** Hours over which recent consumption is taken. */
const recentH = 1000;
/** Shares smaller than this are arithmetic, not oil. */
const nothing = 1e-9;

const input = z
  .strictObject({
    capacityL: quantity('Holds when filled', 'L', { above: 0, max: 1e6 }),
    events: z.array(event).max(5000).meta({ title: 'What went in and out' }),
    asOf: instant('As of'),
    meter: meterValue('Run hours then'),
    lubricants: z
      .array(z.strictObject({ lubricantId: z.string().trim().min(1).max(60), kv40: kinematicViscosity('At 40 °C') }))
      .max(200)
      .default([])
      .meta({ title: 'Viscosities, for the blend' }),
  })
  .superRefine(({ events }, context) => {
    for (const [index, { kind, lubricantId, volumeL, levelAfterL }] of events.entries()) {
      const issue = (field: string, message: string) =>
        context.addIssue({ code: 'custom', path: ['events', index, field], message });
      if (puttingIn.includes(kind) && lubricantId === undefined) issue('lubricantId', 'say what went in.');
      if ((kind === 'drain' || kind === 'leak') && volumeL === undefined && levelAfterL === undefined)
        issue('volumeL', 'say how much came out, or how much is in there afterwards.');
    }
  });

const perThousand = (title: string) => quantity(title, 'L/1000 h', { min: 0 }).optional();

/**
 * What is in a sump, how old it is and how much it loses, from what went in and out. Losses are inferred where a level
 * says that more fitted in than was missing. Example: 20 L filled, 2 L topped up to the mark after 1000 h → 2 L/1000 h.
 */
export const sumpLedger = defineMethod({
  id: 'sump.ledger',
  version: 1,
  title: 'Ledger of a sump',
  summary: 'What a sump holds, in which shares, how old it is in effect, and how much oil it uses.',
  source:
    'Mixing balance: before v is added the loss max(0, V + v − level after) is taken at the present composition; shares and age × V/(V + v); a change leaves its residual share',
  input,
  output: z.object({
    volumeL: litres('In there'),
    composition: z
      .array(z.object({ lubricantId: z.string().meta({ title: 'Lubricant' }), share: share('Share') }))
      .meta({ title: 'What it holds, the most first' }),
    effectiveAgeH: quantity('Age in effect', 'h', { min: 0 }),
    consumptionLPer1000H: z
      .object({ sinceChange: perThousand('Since the change'), last1000H: perThousand('In the last 1000 h') })
      .meta({ title: 'Consumption' }),
    blendKv40: quantity('Viscosity of the mixture at 40 °C', 'mm²/s', { above: 0 }).optional(),
  }),
  rules: [
    'Fill, change, top-up and flush name a lubricant; drain and leak a volume or the level after it.',
    'The meter never falls from one event to the next, nor from the last one to now; later events are left out.',
    'No more comes out than is in there.',
  ],
  compute({ capacityL, events, asOf, meter, lubricants }) {
    const until = Date.parse(asOf);
    const inOrder = events
      .map((each, index) => ({ ...each, index, atMs: Date.parse(each.at) }))
      .filter(({ atMs }) => atMs <= until)
      .sort((a, b) => a.atMs - b.atMs || a.index - b.index);
    const notices: Notice[] = [];
    if (inOrder.length < events.length)
      notices.push({ level: 'info', text: `${events.length - inOrder.length} events lie after the day asked for.` });
    const sump = new Sump(capacityL, notices);
    const working: WorkingStep[] = [];
    for (const each of inOrder) {
      if (each.meter < sump.meter)
        return refuse(
          `Event ${each.index + 1} stands at ${shown(each.meter)} h, less than ${shown(sump.meter)} h before it: run hours are accumulated and never fall.`,
          `events/${each.index}/meter`,
        );
      const short = sump.take(each);
      if (short) return refuse(`Event ${each.index + 1}: ${short}`, `events/${each.index}/volumeL`);
      working.push({
        label: `${each.kind} at ${shown(each.meter)} h${each.lubricantId ? `, ${each.lubricantId}` : ''}`,
        expression: sump.lastWords,
        value: sump.volumeL,
        unit: 'L',
      });
    }
    if (meter < sump.meter)
      return refuse(`The meter says ${shown(meter)} h, less than at the last event (${shown(sump.meter)} h).`, 'meter');
    sump.run(meter);
    if (sump.volumeL <= nothing)
      notices.push({ level: 'caution', text: 'By the ledger there is nothing in it: fill it before it is started.' });
    const composition = sump.composition();
    const [sinceChange, last1000H] = [sump.lossPer1000H(sump.changedAt, meter), sump.recentLoss(meter)];
    const blendKv40 = blendOf(composition, lubricants);
    working.push({
      label: 'Age in effect',
      expression: `run on to ${shown(meter)} h`,
      value: sump.ageH,
      unit: 'h',
    });
    if (composition.length > 1)
      notices.push({
        level: 'caution',
        text: `A mixture: ${composition.map(({ lubricantId, share: part }) => `${shown(100 * part)} % ${lubricantId}`).join(', ')}. Whether they may touch is a question of its own.`,
      });
    return answer(
      {
        volumeL: sump.volumeL,
        composition,
        effectiveAgeH: sump.ageH,
        consumptionLPer1000H: {
          ...(sinceChange !== undefined && { sinceChange }),
          ...(last1000H !== undefined && { last1000H }),
        },
        ...(blendKv40 !== undefined && { blendKv40 }),
      },
      working,
      notices,
    );
  },
});

/** A sump from event to event. */
class Sump {
  volumeL = 0;
  ageH = 0;
  meter = 0;
  /** Run hours at the last fill or change, and at the first event. */
  changedAt: number | undefined;
  lastWords = '';
  private startedAt: number | undefined;
  private readonly shares = new Map<string, number>();
  private readonly losses: { meter: number; litres: number }[] = [];

  constructor(
    private readonly capacityL: number,
    private readonly notices: Notice[],
  ) {}

  /** Lets it run on to a meter value. */
  run(meter: number): void {
    if (this.startedAt !== undefined && this.volumeL > nothing) this.ageH += meter - this.meter;
    this.meter = meter;
  }

  /** @returns why the event cannot be; undefined where it was taken */
  take(event: SumpEvent): string | undefined {
    this.run(event.meter);
    this.startedAt ??= event.meter;
    if (event.levelAfterL !== undefined && event.levelAfterL > this.capacityL * 1.000001)
      this.notices.push({
        level: 'caution',
        text: `At ${shown(event.meter)} h it stood at ${shown(event.levelAfterL)} L, more than it holds (${shown(this.capacityL)} L): overfilled, or something else came in.`,
      });
    switch (event.kind) {
      case 'fill':
      case 'top-up':
        return this.add(event);
      case 'change':
      case 'flush':
        return this.renew(event);
      case 'drain':
      case 'leak':
      case 'sample':
        return this.letOut(event);
    }
  }

  private add({ kind, lubricantId, volumeL, levelAfterL, meter }: SumpEvent): undefined {
    const level = levelAfterL ?? this.capacityL;
    const added = volumeL ?? Math.max(0, level - this.volumeL);
    const lost = Math.max(0, this.volumeL + added - level);
    if (kind === 'top-up') this.lose(Math.min(lost, this.volumeL), meter);
    else this.volumeL -= Math.min(lost, this.volumeL);
    this.lastWords = `(${shown(this.volumeL)}${lost > 0 ? ` after ${shown(lost)} lost` : ''}) + ${shown(added)}`;
    const total = this.volumeL + added;
    const kept = total > 0 ? this.volumeL / total : 0;
    this.ageH *= kept;
    this.dilute(lubricantId!, kept);
    // A filling goes to the mark and holds what the mark says, whatever was counted at the can.
    this.volumeL = kind === 'fill' ? level : Math.min(total, level);
    if (kind === 'fill') this.changedAt = meter;
    if (total < level - 1e-9 && levelAfterL !== undefined)
      this.notices.push({
        level: 'caution',
        text: `At ${shown(meter)} h it stood ${shown(level - total)} L higher than what went in explains: water, another posture, or something not written.`,
      });
  }

  private renew({ kind, lubricantId, volumeL, levelAfterL, residualShare = 0, meter }: SumpEvent): undefined {
    const kept = this.volumeL <= nothing ? 0 : residualShare;
    this.lastWords = `${shown(100 * kept)} % of the old stays`;
    this.ageH *= kept;
    this.dilute(lubricantId!, kept);
    this.volumeL = levelAfterL ?? (kind === 'flush' ? (volumeL ?? this.capacityL) : this.capacityL);
    if (kind === 'change') this.changedAt = meter;
  }

  private letOut({ kind, volumeL, levelAfterL, meter }: SumpEvent): string | undefined {
    const out = volumeL ?? (kind === 'sample' ? 0 : Math.max(0, this.volumeL - levelAfterL!));
    if (out > this.volumeL + 1e-6)
      return `${shown(out)} L came out, but by the ledger only ${shown(this.volumeL)} L were in there. Was something filled in that is not written?`;
    const isLoss = kind === 'leak';
    this.lastWords = `${shown(this.volumeL)} − ${shown(out)}`;
    if (isLoss) this.lose(out, meter);
    else this.volumeL = Math.max(0, this.volumeL - out);
    // A level read afterwards that is lower says that oil was lost before.
    if (levelAfterL !== undefined && levelAfterL < this.volumeL) this.lose(this.volumeL - levelAfterL, meter);
    else if (levelAfterL !== undefined) this.volumeL = levelAfterL;
    return undefined;
  }

  private lose(lost: number, meter: number): void {
    if (lost > 0) this.losses.push({ meter, litres: lost });
    this.volumeL = Math.max(0, this.volumeL - lost);
  }

  private dilute(lubricantId: string, kept: number): void {
    for (const [id, part] of this.shares) this.shares.set(id, part * kept);
    this.shares.set(lubricantId, (this.shares.get(lubricantId) ?? 0) + (1 - kept));
  }

  composition(): { lubricantId: string; share: number }[] {
    if (this.volumeL <= nothing) return [];
    return [...this.shares]
      .filter(([, part]) => part > nothing)
      .map(([lubricantId, part]) => ({ lubricantId, share: Math.min(1, part) }))
      .sort((a, b) => b.share - a.share);
  }

  /** Litres lost in 1000 run hours since a meter value; undefined where no hours have run since. */
  lossPer1000H(since: number | undefined, until: number): number | undefined {
    if (since === undefined || until <= since) return undefined;
    const lost = this.losses.filter(({ meter }) => meter > since).reduce((sum, { litres: each }) => sum + each, 0);
    return (1000 * lost) / (until - since);
  }

  recentLoss(until: number): number | undefined {
    return this.startedAt === undefined
      ? undefined
      : this.lossPer1000H(Math.max(this.startedAt, until - recentH), until);
  }
}

/** The viscosity of the mixture where that of every part is known. */
function blendOf(
  composition: readonly { lubricantId: string; share: number }[],
  lubricants: readonly { lubricantId: string; kv40: number }[],
): number | undefined {
  const parts = composition.map(({ lubricantId, share: part }) => ({
    kv: lubricants.find((each) => each.lubricantId === lubricantId)?.kv40,
    share: part,
  }));
  if (parts.length === 0 || parts.some(({ kv }) => kv === undefined)) return undefined;
  const run = viscosityBlend.compute({ parts: parts.map(({ kv, share: part }) => ({ kv: kv!, share: part })) });
  return run.ok ? run.result.kv : undefined;
}
