import type { z } from 'zod';
import { isOwn } from '../own';
import type { TaskAction } from '../words/task-words';
import type { KindSpec, Say } from './kind';
import { administration } from './kinds/administration';
import { check } from './kinds/check';
import { close } from './kinds/close';
import { commissioning } from './kinds/commissioning';
import { correction } from './kinds/correction';
import { drain } from './kinds/drain';
import { finding } from './kinds/finding';
import { flush } from './kinds/flush';
import { followUp } from './kinds/follow-up';
import { grease } from './kinds/grease';
import { handOver } from './kinds/hand-over';
import { isolation } from './kinds/isolation';
import { meterChange } from './kinds/meter-change';
import { note } from './kinds/note';
import { oilChange } from './kinds/oil-change';
import { open } from './kinds/open';
import { override } from './kinds/override';
import { planChange } from './kinds/plan-change';
import { postpone } from './kinds/postpone';
import { reading } from './kinds/reading';
import { sample } from './kinds/sample';
import { skip } from './kinds/skip';
import { topUp } from './kinds/top-up';
import { waiver } from './kinds/waiver';

/** Every kind an entry of the log can have. Whatever distinguishes kinds is said in their files, and listed from there. */
export const kinds = {
  commissioning,
  grease,
  'oil-change': oilChange,
  'top-up': topUp,
  drain,
  flush,
  check,
  reading,
  'meter-change': meterChange,
  sample,
  finding,
  'follow-up': followUp,
  skip,
  postpone,
  open,
  close,
  waiver,
  isolation,
  'hand-over': handOver,
  override,
  note,
  correction,
  'plan-change': planChange,
  administration,
} as const;

type Kinds = typeof kinds;
export type EntryKind = keyof Kinds;
export const entryKinds = Object.keys(kinds) as [EntryKind, ...EntryKind[]];

type Bodies<Kind extends EntryKind> = Kinds[Kind]['bodies'];
type VersionOf<Kind extends EntryKind> = keyof Bodies<Kind> & number;
/** Kinds by the versions of their bodies. */
export type WritableKind = { [Kind in EntryKind]: VersionOf<Kind> extends never ? never : Kind }[EntryKind];

/** What an entry says: kind, version, and the body that goes with them. */
export type Saying = {
  [Kind in WritableKind]: {
    [Version in VersionOf<Kind>]: {
      kind: Kind;
      kindVersion: Version;
      body: Bodies<Kind>[Version] extends z.ZodType ? z.infer<Bodies<Kind>[Version]> : never;
    };
  }[VersionOf<Kind>];
}[WritableKind];
/** The body of a kind, in any of its versions. */
export type EntryBody<Kind extends WritableKind> = Extract<Saying, { kind: Kind }>['body'];

/** The same before anybody looked at what kind it is. */
type AnySaying = { kind: EntryKind; kindVersion: number; body: object };

const specOf = (kind: EntryKind): KindSpec<Readonly<Record<number, z.ZodType>>> =>
  kinds[kind] as unknown as KindSpec<Readonly<Record<number, z.ZodType>>>;

/** The schema of a kind's body in one version; undefined where there is no such version. */
export const bodySchema = (kind: EntryKind, version: number): z.ZodType | undefined => {
  const { bodies } = specOf(kind);
  return isOwn(bodies, version) ? bodies[version] : undefined;
};
/**
 * The versions of a kind, oldest first.
 * @example versionsOf('reading') // [1]
 */
export const versionsOf = (kind: EntryKind): number[] => Object.keys(specOf(kind).bodies).map(Number);

/** What an entry says, in one line; its body is known to fit its kind. */
export const wordsOf = (kind: EntryKind, body: object, say: Say): string => specOf(kind).words(body as never, say);

const kindsThat = (are: (spec: KindSpec<Readonly<Record<number, z.ZodType>>>) => boolean): readonly EntryKind[] =>
  entryKinds.filter((kind) => are(specOf(kind)));
/** Kinds that, answering a task, count as the service done. */
export const serviceKinds = kindsThat(({ service }) => service);
/**
 * Whether an entry is the service of the tasks that it answers: its kind is, and it does not say that the work was not
 * done. The first versions of the kinds were services whatever they said, and stay so.
 */
export function isService({ kind, kindVersion, body }: AnySaying): boolean {
  const { service, undone } = specOf(kind);
  return service && !(undone && kindVersion >= 2 && (body as Record<string, unknown>)[undone.field] === undone.is);
}

/**
 * Whether an entry may answer the cause of a finding: work that was done, or a note of what others did. A top-up makes good
 * what was lost and answers nothing.
 */
export function answersFinding({ kind, kindVersion, body }: AnySaying): boolean {
  const { answersFinding: may = false, service } = specOf(kind);
  return may && (!service || isService({ kind, kindVersion, body }));
}

/** What a service that was not done says, by kind, for whoever asks the database. */
export const undoneKinds = entryKinds.flatMap((kind) => {
  const { undone } = specOf(kind);
  return undone ? [{ kind, ...undone }] : [];
});

/**
 * Whether an entry of a kind can answer a task of an action; in their first versions the oldest kinds all could.
 * @example fitsAction('top-up', 2, 'oil-change') // false
 * @example fitsAction('top-up', 1, 'oil-change') // true
 */
export function fitsAction(kind: EntryKind, kindVersion: number, action: TaskAction): boolean {
  const { fits, fitsFrom = 2 } = specOf(kind);
  return kindVersion < fitsFrom || fits === 'any' || fits.includes(action);
}

/** The newest version of a kind: what is written now. */
export const newestVersion = (kind: EntryKind): number => versionsOf(kind).at(-1) ?? 1;

/** Kinds that the book alone writes. */
export const kindsOfTheBook = kindsThat(({ byBook }) => byBook === true);
/** Kinds from which it follows where tasks and meters stand. */
export const decidingKinds = kindsThat(({ decides }) => decides);
/** Kinds after which a sump holds what they name. */
export const fillingKinds = kindsThat(({ fills }) => fills);
/** Kinds of which an entry may answer the cause of a finding. */
export const findingAnsweringKinds = kindsThat(({ answersFinding }) => answersFinding === true);
/** Kinds that answer a stop whose task they name. */
export const answeringKinds = kindsThat(({ answersStop }) => answersStop);
