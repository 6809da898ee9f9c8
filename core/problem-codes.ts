/**
 * Every way in which the book says no, over HTTP and to its own screens: the closed list. `status` is what HTTP calls it,
 * `title` its short name. `final` are those that sending the same thing again cannot change: a device stops trying and
 * asks a person.
 */
export const problemCodes = {
  invalid: { status: 422, title: 'Cannot be taken', final: true },
  conflict: { status: 409, title: 'Conflict', final: true },
  'edited-meanwhile': { status: 409, title: 'Edited meanwhile', final: true },
  'too-large': { status: 413, title: 'Too large', final: true },
  'not-json': { status: 400, title: 'Not JSON', final: true },
  'signed-out': { status: 401, title: 'Not signed in', final: false },
  forbidden: { status: 403, title: 'Not theirs to do', final: false },
  'not-yours': { status: 403, title: 'Somebody else’s', final: false },
  'bad-address': { status: 400, title: 'Bad request', final: false },
  'not-found': { status: 404, title: 'Not found', final: false },
  'wrong-media': { status: 415, title: 'Not JSON by its header', final: false },
  foreign: { status: 403, title: 'Not from this book', final: false },
  'wrong-host': { status: 421, title: 'Not this book’s address', final: false },
  'too-many': { status: 429, title: 'Too many requests', final: false },
  busy: { status: 503, title: 'Busy', final: false },
  'disk-full': { status: 503, title: 'No room left', final: false },
  unavailable: { status: 503, title: 'Database away', final: false },
  fault: { status: 500, title: 'Fault', final: false },
} as const satisfies Record<string, { status: number; title: string; final: boolean }>;

export type ProblemCode = keyof typeof problemCodes;

/** Whether a word is a code of this list that says no for good. */
export const isFinal = (code: unknown): boolean =>
  typeof code === 'string' && Object.hasOwn(problemCodes, code) && problemCodes[code as ProblemCode].final;
