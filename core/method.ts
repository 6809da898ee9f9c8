import { z } from 'zod';
import { OutOfSteps, methodSteps, withSteps } from './budget';
import { type Problem, problemsOf } from './problems';
import { grouped } from './text';

/** One line of arithmetic that can be followed with a pocket calculator. */
export type WorkingStep = { label: string; expression: string; value: number | string; unit: string };

/** Something the reader must know beside the number. `stop` asks for a person's decision. */
export type Notice = { level: 'info' | 'caution' | 'stop'; text: string };

/** A computed answer, or a refusal that names the inputs it is about. Neither is an exception. */
export type Outcome<Result> =
  | { ok: true; result: Result; working: WorkingStep[]; notices: Notice[] }
  | { ok: false; reason: string; fields: string[] };

/** What long methods may use; short ones ignore it. */
export type MethodContext = {
  /** Called with the share of the work done, 0..1. */
  report?: (share: number) => void;
  shouldStop?: () => boolean;
  /** Waits until others had their turn: whoever computes beside other work gives it. */
  pause?: () => Promise<void>;
  solver?: unknown;
};

/** A published computation: one pure function behind one input schema. */
export type Method<Input extends z.ZodType = z.ZodType, Output extends z.ZodType = z.ZodType> = {
  id: string;
  /** Raised when results change for the same input. */
  version: number;
  title: string;
  summary: string;
  /** The standard or literature, down to table or equation. */
  source: string;
  input: Input;
  output: Output;
  /** Cross-field rules in words, since JSON Schema cannot say them. */
  rules: string[];
  /** Takes seconds: whoever runs it beside other work gives it a `pause`. */
  isLong?: true;
  compute: (
    input: z.output<Input>,
    context?: MethodContext,
  ) => Outcome<z.output<Output>> | Promise<Outcome<z.output<Output>>>;
};

/** A method whose compute answers at once; other methods may build on it without awaiting. */
export type SyncMethod<Input extends z.ZodType, Output extends z.ZodType> = Omit<Method<Input, Output>, 'compute'> & {
  compute: (input: z.output<Input>, context?: MethodContext) => Outcome<z.output<Output>>;
};

/** Declares a method; only fixes the types. */
export function defineMethod<Input extends z.ZodType, Output extends z.ZodType>(
  method: SyncMethod<Input, Output>,
): SyncMethod<Input, Output> {
  return method;
}

/** An answer with its working and notices. */
export function answer<Result>(result: Result, working: WorkingStep[], notices: Notice[] = []): Outcome<Result> {
  return { ok: true, result, working, notices };
}

/** A refusal: why, in the user's words, and which inputs it is about. */
export function refuse(reason: string, ...fields: string[]): { ok: false; reason: string; fields: string[] } {
  return { ok: false, reason, fields };
}

/** What a stored computed value keeps, so that it never has to be recomputed silently. */
export type StoredComputation = {
  methodId: string;
  version: number;
  input: unknown;
  result: unknown;
  working: WorkingStep[];
  notices: Notice[];
  source: string;
};

/** The full answer of `runMethod`. */
export type MethodRun =
  | {
      ok: true;
      method: string;
      version: number;
      result: unknown;
      working: WorkingStep[];
      notices: Notice[];
      source: string;
    }
  | { ok: false; detail: string; problems: Problem[] };

/**
 * Parses an untrusted value, computes, and guards the answer: what comes back is a finite result or a list of
 * problems, never an exception, NaN or Infinity.
 * @param method one of the published methods
 * @param rawInput any JSON value
 * @param context for long methods
 */
export async function runMethod(method: Method, rawInput: unknown, context?: MethodContext): Promise<MethodRun> {
  const parsed = method.input.safeParse(rawInput, { reportInput: true });
  if (!parsed.success) {
    const problems = problemsOf(parsed.error, method.input);
    return { ok: false, detail: problems.map((problem) => problem.detail).join(' '), problems };
  }
  const outcome = await withinSteps(method, parsed.data, context);
  if (!outcome.ok) {
    const fields = outcome.fields.length > 0 ? outcome.fields : [''];
    return {
      ok: false,
      detail: outcome.reason,
      problems: fields.map((field) => ({
        pointer: field === '' ? '' : `/${field}`,
        detail: outcome.reason,
        code: 'refused',
      })),
    };
  }
  if (!allNumbersFinite(outcome.result) || !allNumbersFinite(outcome.working)) {
    const reason = 'These values lead outside the numbers the method can express. Check their size and units.';
    return { ok: false, detail: reason, problems: [{ pointer: '', detail: reason, code: 'out-of-reach' }] };
  }
  return {
    ok: true,
    method: method.id,
    version: method.version,
    result: outcome.result,
    working: outcome.working,
    notices: outcome.notices,
    source: method.source,
  };
}

/** Computes on a budget: what a stranger asks for may not keep everybody else waiting. */
async function withinSteps(method: Method, input: unknown, context?: MethodContext): Promise<Outcome<unknown>> {
  try {
    return await withSteps(methodSteps, () => method.compute(input, context));
  } catch (error) {
    if (error instanceof OutOfSteps)
      return refuse('This would take too long to compute. Ask for fewer entries, or for a shorter time.');
    throw error;
  }
}

/**
 * True when no number anywhere in the value is NaN or infinite.
 * @example allNumbersFinite({ kv: [1, NaN] }) // false
 */
export function allNumbersFinite(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  if (Array.isArray(value)) return value.every(allNumbersFinite);
  if (value !== null && typeof value === 'object') return Object.values(value).every(allNumbersFinite);
  return true;
}

/** A computation ready to be stored beside the number taken from it, or the reason why there is none. */
export type Computed<Result> =
  { ok: true; result: Result; stored: StoredComputation } | { ok: false; reason: string; fields: string[] };

/** Parses and computes a method that answers at once; what is missing or out of range becomes the reason. */
export function computeStored<Input extends z.ZodType, Output extends z.ZodType>(
  method: SyncMethod<Input, Output>,
  input: Record<string, unknown>,
): Computed<z.output<Output>> {
  const given = Object.fromEntries(
    Object.entries(input).filter(([, value]) => value !== undefined && value !== null && value !== ''),
  );
  const parsed = method.input.safeParse(given, { reportInput: true });
  if (!parsed.success) {
    const problems = problemsOf(parsed.error, method.input);
    return {
      ok: false,
      reason: problems.map(({ detail }) => detail).join(' '),
      fields: problems.map(({ pointer }) => pointer.slice(1)),
    };
  }
  const outcome = method.compute(parsed.data);
  if (!outcome.ok) return outcome;
  const { result, working, notices } = outcome;
  if (!allNumbersFinite(result) || !allNumbersFinite(working))
    return {
      ok: false,
      reason: 'These values lead outside the numbers the method can express. Check their size and units.',
      fields: [],
    };
  return {
    ok: true,
    result,
    stored: {
      methodId: method.id,
      version: method.version,
      input: given,
      result,
      working,
      notices,
      source: method.source,
    },
  };
}

/** Everything a caller needs to use a method, with JSON Schemas of what goes in and comes out. */
export function describeMethod(method: Method) {
  const { id, version, title, summary, source, rules } = method;
  return {
    id,
    version,
    title,
    summary,
    source,
    rules,
    input: z.toJSONSchema(method.input, { io: 'input' }),
    output: z.toJSONSchema(method.output, { io: 'output' }),
  };
}

/**
 * A number for a working line: five significant digits, no trailing zeros, thousands apart from ten thousand on, a true minus.
 * @example shown(3.98361) // '3.9836'
 */
export function shown(value: number): string {
  if (!Number.isFinite(value)) return String(value);
  const size = Math.abs(value);
  const sign = value < 0 ? '−' : '';
  if (size !== 0 && (size < 1e-4 || size >= 1e9))
    return sign + size.toExponential(3).replace('e+', 'e').replace('e-', 'e−');
  const [whole, fraction] = String(Number(size.toPrecision(size >= 1e5 ? Math.ceil(Math.log10(size + 1)) : 5))).split(
    '.',
  );
  const integer = whole!.length > 4 ? grouped(whole!, '\u202f') : whole!;
  return sign + (fraction ? `${integer}.${fraction}` : integer);
}
