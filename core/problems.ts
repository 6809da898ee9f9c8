import { z } from 'zod';

/** One thing wrong with an input: where (JSON Pointer, RFC 6901), in words, and as a code. */
export type Problem = { pointer: string; detail: string; code: string };

type Path = PropertyKey[];

/**
 * JSON Pointer of a path, with `~` and `/` escaped.
 * @example pointerOf(['body', 'massG']) // '/body/massG'
 */
export const pointerOf = (path: Path): string =>
  path.map((key) => `/${String(key).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');

/**
 * Turns a Zod error into problems in the user's words, using the titles and units of the schema's `.meta()`.
 * An unknown key gets a problem of its own, so that the pointer names it. Parse with `reportInput: true`: only then can
 * a missing value be told from a wrong one.
 */
export function problemsOf(error: z.ZodError, schema: z.ZodType): Problem[] {
  return error.issues.flatMap((issue): Problem[] => {
    if (issue.code === 'unrecognized_keys') {
      return issue.keys.map((key) => ({
        pointer: pointerOf([...issue.path, key]),
        detail: `"${short(key)}" is not a field here. Check its spelling, or leave it out.`,
        code: 'unknown-field',
      }));
    }
    return [{ pointer: pointerOf(issue.path), detail: sentence(issue, schema), code: codeOf(issue) }];
  });
}

const short = (text: string) => (text.length > 60 ? `${text.slice(0, 57)}…` : text);

/** The sentence for one issue: the field's title, then what to do. */
export function sentence(issue: z.core.$ZodIssue, schema: z.ZodType): string {
  const { name, unit, title } = namesOf(issue, schema);
  if (isMissing(issue))
    return issue.code === 'invalid_value'
      ? `${name}: is missing. It is one of ${choices(issue.values)}.`
      : `${name}: is missing.`;
  switch (issue.code) {
    case 'invalid_type':
      return `${name}: must be ${article(issue.expected)}${issue.expected === 'number' && unit ? ` in${unit}` : ''}.`;
    case 'too_small':
      return `${name}: ${tooSmall(issue, unit)}.`;
    case 'too_big':
      return `${name}: ${tooBig(issue, unit)}.`;
    case 'invalid_value':
      return `${name}: must be one of ${choices(issue.values)}.`;
    case 'invalid_format':
    case 'invalid_union':
      return `${name}: ${issue.message}`;
    case 'custom':
      return issue.path.length > 0 && title ? `${title}: ${issue.message}` : issue.message;
    default:
      return `${name}: ${issue.message}.`;
  }
}

/** What a field is called, and its unit with a space before it. */
function namesOf({ path }: z.core.$ZodIssue, schema: z.ZodType): { name: string; unit: string; title?: string } {
  const { title, unit } = (schemaAt(schema, path)?.meta() ?? {}) as { title?: string; unit?: string };
  return {
    name: title ?? (path.length > 0 ? String(path.at(-1)) : 'The input'),
    unit: unit ? ` ${unit}` : '',
    ...(title !== undefined && { title }),
  };
}

function tooSmall({ origin, minimum, inclusive }: z.core.$ZodIssueTooSmall, unit: string): string {
  if (origin === 'string') return 'must not be empty';
  if (origin === 'array') return `needs at least ${minimum}`;
  return `must be ${inclusive ? 'at least' : 'more than'} ${minimum}${unit}`;
}

function tooBig({ origin, maximum, inclusive }: z.core.$ZodIssueTooBig, unit: string): string {
  if (origin === 'string') return `may have at most ${maximum} characters`;
  if (origin === 'array') return `may have at most ${maximum} entries`;
  return `must be ${inclusive ? 'at most' : 'less than'} ${maximum}${unit}`;
}

const article = (expected: string) =>
  ({
    number: 'a number',
    int: 'a whole number',
    string: 'text',
    array: 'a list',
    object: 'an object',
    boolean: 'true or false',
  })[expected] ?? `of type ${expected}`;

const choices = (values: readonly unknown[]) => values.map((value) => `"${String(value)}"`).join(', ');

/** Nothing was given where something has to be. */
const isMissing = (issue: z.core.$ZodIssue) =>
  ['invalid_type', 'invalid_union', 'invalid_value'].includes(issue.code) && issue.input === undefined;

const codeOf = (issue: z.core.$ZodIssue): string => {
  if (isMissing(issue)) return 'missing';
  if (issue.code === 'custom') return (issue.params?.code as string | undefined) ?? 'rule';
  return issue.code.replaceAll('_', '-');
};

/** The schema a path leads to, or undefined where the path leaves the schema. */
function schemaAt(schema: z.ZodType, path: Path): z.ZodType | undefined {
  let current: z.ZodType | undefined = schema;
  for (const key of path) {
    current = unwrap(current);
    if (current instanceof z.ZodObject) current = (current.shape as Record<PropertyKey, z.ZodType>)[key];
    else if (current instanceof z.ZodArray) current = current.element as z.ZodType;
    else return undefined;
    if (!current) return undefined;
  }
  return current.meta() ? current : unwrap(current);
}

function unwrap(schema: z.ZodType | undefined): z.ZodType | undefined {
  let current = schema;
  while (current instanceof z.ZodOptional || current instanceof z.ZodDefault || current instanceof z.ZodNullable)
    current = current.unwrap() as z.ZodType;
  return current;
}
