import { z } from 'zod';
import type { PlantDay } from '../time/plant-day';
import { longestNote } from '../units/typed-field';
import type { AmountKind, TaskAction } from '../words/task-words';

/** How the words of an entry are put together: numbers and days as the screens write them, names by identifier. */
export type Say = {
  number: (value: number) => string;
  /** As it was read, with every decimal. */
  asRead: (value: number) => string;
  measured: (value: number) => string;
  day: (date: PlantDay) => string;
  amount: (kind: AmountKind, value: number | null) => string;
  lubricant: (id: string) => string;
  person: (id: string) => string;
  meter: (id: string) => { name: string; unit: string } | undefined;
};

type Schemas = Readonly<Record<number, z.ZodType>>;

/** Everything the book knows about one kind of entry. */
export type KindSpec<Bodies extends Schemas> = {
  /** As a heading: `Greased`. */
  title: string;
  /**
   * What its body holds, by version. A version stays readable and writable for ever, as devices hold entries that wait to
   * be sent; what is to mean something else gets a new one.
   */
  bodies: Bodies;
  /** Where meters and tasks stand follows from it. */
  decides: boolean;
  /** Answering a task, it is the service done. */
  service: boolean;
  /** The actions whose task it can answer, from a version on; before it any. */
  fits: readonly TaskAction[] | 'any';
  /** The second where nothing is said: the first versions of the oldest kinds answered any. */
  fitsFrom?: 1;
  /** What it says in a field when the work was not done, from its second version on: it answers the stop and is no service. */
  undone?: { field: string; is: string };
  /** Afterwards the sump holds the lubricant that it names. */
  fills: boolean;
  /** It cannot be written without a machine. */
  needsMachine: boolean;
  /** It may answer the cause of a finding, where the work was done; what only makes good a loss never does. */
  answersFinding?: boolean;
  /** Naming the task of a stop, it answers the stop. */
  answersStop: boolean;
  /** The book alone writes it, and takes it from nobody. */
  byBook?: true;
  /**
   * How a mistake in it is mended: with a new body, by voiding it, or not at all: something newer takes its place, or what
   * it tells of is changed again where it stands.
   */
  mended: 'anew' | 'by-voiding' | 'by-the-next' | 'where-it-stands';
  /** What it says, in one line. */
  words: (body: z.infer<Bodies[keyof Bodies]>, say: Say) => string;
};

/** Gives a kind its types. */
export const defineKind = <const Bodies extends Schemas>(spec: KindSpec<Bodies>): KindSpec<Bodies> => spec;

/** What a kind is that says something of the work around a task: no date follows from it, and no stop is answered by it. */
export const besideTheWork = {
  decides: false,
  service: false,
  fits: 'any',
  fills: false,
  answersStop: false,
} as const;

export const note = z.string().max(longestNote).optional().meta({ title: 'Note' });
export const remark = (title: string) => z.string().max(longestNote).optional().meta({ title });
export const reason = z
  .string()
  .trim()
  .min(3, { error: 'say why, in a few words.' })
  .max(longestNote)
  .meta({ title: 'Reason' });
/** What the person typed, by field, before it was parsed. */
export const typed = z.record(z.string().max(40), z.string().max(200)).optional().meta({ title: 'As typed' });
export const amount = (title: string, unit: string, max: number) => z.number().min(0).max(max).meta({ title, unit });
/** Who took something against a verdict says why; the verdict that was shown stands beside it. */
export const overruled = z
  .strictObject({ verdict: z.string().trim().min(1).max(500).meta({ title: 'Verdict that was shown' }), reason })
  .optional()
  .meta({ title: 'Overruled' });
export const keys = <Words extends Record<string, string>>(words: Words) =>
  Object.keys(words) as [keyof Words & string, ...(keyof Words & string)[]];

/**
 * A remark at the end of a line.
 * @example tail('old grease hard') // ' — old grease hard'
 * @example tail('') // ''
 */
export const tail = (text: string | undefined): string => (text ? ` — ${text}` : '');
