import { z } from 'zod';
import { bodySchema, entryKinds, kinds, kindsOfTheBook, versionsOf } from '@/core/entry/kinds';
import { entryEnvelope } from '@/core/entry/envelope';
import { instant, plantDay, ulid } from '@/core/fields/fields';
import { dueFilter } from '@/core/interval/due-filter';
import { describeMethod } from '@/core/method';
import { methods } from '@/core/methods';
import { type Role, roles } from '@/core/people/rights';
import { type ProblemCode, problemCodes } from '@/core/problem-codes';
import { roundBegun } from '@/core/walk/begin';
import { shiftList, walkPlan } from '@/core/walk/shift';
import { walkDocument } from '@/core/walk/document';
import { signInForm } from '@/desk/people/sign-in';
import { observationPost } from '@/desk/write/observations';
import { oneReadingPost, readingsPost } from '@/desk/write/readings';

type Json = Record<string, unknown>;

/** A schema inside a document says no dialect of its own. */
const bare = ({ $schema: _, ...rest }: Json): Json => rest;
const takenIn = (schema: z.ZodType): Json => bare(z.toJSONSchema(schema, { io: 'input' }));
const givenOut = (schema: z.ZodType): Json => bare(z.toJSONSchema(schema, { io: 'output' }));

/** An entry of one kind in one version, as a device sends it. */
function entryOf(kind: (typeof entryKinds)[number], version: number): Json {
  const envelope = takenIn(entryEnvelope) as { properties: Json };
  return {
    ...envelope,
    title: kinds[kind].title,
    properties: {
      ...envelope.properties,
      kind: { const: kind },
      kindVersion: { const: version },
      body: takenIn(bodySchema(kind, version)!),
    },
  };
}
const sentKinds = entryKinds.filter((kind) => !kindsOfTheBook.includes(kind));
/** Every kind that can be written, in every version: `entry-grease-1`. */
const entrySchemas: Json = Object.fromEntries(
  sentKinds.flatMap((kind) => versionsOf(kind).map((version) => [`entry-${kind}-${version}`, entryOf(kind, version)])),
);

const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: z.enum(Object.keys(problemCodes) as [ProblemCode, ...ProblemCode[]]),
  detail: z.string(),
  errors: z.array(z.object({ pointer: z.string(), detail: z.string(), code: z.string() })).optional(),
});
const range = z.object({ low: z.number(), mid: z.number(), high: z.number() });
const confidence = z.enum(['good', 'fair', 'low', 'none']);
const lastRead = z.object({ value: z.number(), at: z.string() }).nullable();

const written = z.object({
  id: ulid,
  seq: z.int(),
  hash: z.string(),
  receivedAt: instant('Received at'),
  clockAhead: z.boolean(),
});

/** What each handler answers. Objects may gain fields; those named here stay. */
const answers = {
  written,
  observed: written.extend({
    result: z.enum(['in-order', 'off']),
    answersTask: z.boolean(),
    past: z.array(
      z.object({ quantity: z.string(), value: z.number(), side: z.enum(['low', 'high']), limit: z.number() }),
    ),
  }),
  observations: z.object({ observations: z.array(observationPost.omit({ taskId: true, source: true })) }),
  begun: z.object({ id: ulid }),
  methods: z.object({ methods: z.array(z.looseObject({ id: z.string(), version: z.int(), title: z.string() })) }),
  people: z.object({
    people: z.array(z.object({ id: ulid, initials: z.string(), name: z.string(), role: z.string() })),
  }),
  points: z.object({ area: z.string(), points: z.array(z.looseObject({ id: ulid, label: z.string() })) }),
  tasks: z.object({ area: z.string(), tasks: z.array(z.looseObject({ taskId: ulid, label: z.string() })) }),
  meters: z.object({
    meters: z.array(
      z.object({
        id: ulid,
        machine: z.string(),
        name: z.string(),
        unit: z.string(),
        rolloverAt: z.number().nullable(),
        resolution: z.number(),
        maxPerDay: z.number(),
        last: lastRead,
        accumulated: z.number().nullable(),
        perDay: range,
        confidence,
        leftOut: z.int(),
      }),
    ),
  }),
  readings: z.object({
    id: ulid,
    name: z.string(),
    unit: z.string(),
    last: lastRead,
    accumulated: z.number().nullable(),
    perDay: range,
    confidence,
    kept: z.array(z.object({ at: z.string(), accumulated: z.number() })),
    leftOut: z.array(z.object({ at: z.string(), value: z.number(), reason: z.string() })),
  }),
  readingsWritten: z.object({
    stored: z.int(),
    known: z.int(),
    leftOut: z.array(z.object({ index: z.int(), reason: z.string() })),
  }),
  found: z.object({
    found: z.array(z.object({ kind: z.string(), label: z.string(), name: z.string(), href: z.string() })),
  }),
  plan: z.object({
    asOf: z.string(),
    tasks: z.array(z.looseObject({ taskId: ulid, machineId: ulid, pointId: ulid, area: z.string() })),
  }),
  due: z.object({
    today: plantDay('Today'),
    total: z.int(),
    more: z.boolean(),
    groups: z.array(z.object({ key: z.string(), label: z.string(), count: z.int() })),
    offset: z.int(),
    items: z.array(z.looseObject({ key: ulid, label: z.string(), title: z.string(), words: z.string() })),
  }),
  plannedWork: z.looseObject({
    today: plantDay('Today'),
    calendar: z.object({ timeZone: z.string(), dayStartsAtMinutes: z.int() }),
    tasks: z.array(z.looseObject({ taskId: ulid, dueOn: plantDay('Due on') })),
    count: z.int(),
    dutyPlans: z.record(z.string(), z.looseObject({})),
  }),
  signedIn: z.object({ endsAt: z.string() }),
  whoIs: z.object({
    person: z.object({ id: ulid, initials: z.string(), name: z.string() }),
    roles: z.array(z.enum(Object.keys(roles) as [Role, ...Role[]])),
  }),
} satisfies Record<string, z.ZodType>;

const content = (schema: Json, type = 'application/json') => ({ content: { [type]: { schema } } });
const json = (words: string, schema: z.ZodType) => ({ description: words, ...content(givenOut(schema)) });
const text = (words: string, type: string) => ({ description: words, ...content({ type: 'string' }, type) });
const problems = (...codes: ProblemCode[]): Json =>
  Object.fromEntries(
    [...new Set([...codes, 'unavailable' as const, 'too-many' as const])].map((code) => [
      problemCodes[code].status,
      { $ref: `#/components/responses/${problemCodes[code].status}` },
    ]),
  );
const taking = (schema: Json) => ({ requestBody: { required: true, ...content(schema) } });
const query = (name: string, schema: Json, words: string) => ({ name, in: 'query', schema, description: words });
const inPath = (name: string, words: string) => ({
  name,
  in: 'path',
  required: true,
  schema: { type: 'string' },
  description: words,
});
const posted = ['invalid', 'conflict', 'not-json', 'too-large', 'wrong-media', 'foreign'] as const;

const dueQuery = Object.keys(dueFilter.shape).map((name) =>
  query(name, { type: 'string' }, 'What makes no sense is left out.'),
);

const anyEntry = { oneOf: Object.keys(entrySchemas).map((name) => ({ $ref: `#/components/schemas/${name}` })) };

type Operation = { responses: Json } & Json;

/** Every path with what may be asked of it. */
const paths: Record<string, Record<string, Operation>> = {
  '/api/session': {
    post: {
      summary: 'Signs a program in as a person; the answer sets the session’s cookie. Machines send a token instead.',
      ...taking(takenIn(signInForm)),
      responses: { 201: json('Signed in', answers.signedIn), ...problems('signed-out', ...posted) },
    },
    get: { summary: 'Who is signed in.', responses: { 200: json('The person', answers.whoIs), ...problems() } },
    delete: {
      summary: 'Signs out: the session ends for everybody who holds it.',
      responses: { 204: { description: 'Signed out' }, ...problems() },
    },
  },
  '/api/session/directory': {
    get: {
      summary: 'For browsers: on to the plant’s directory (OpenID Connect), to be told who one is.',
      parameters: [query('to', { type: 'string' }, 'Where to go on to; an address of this book')],
      responses: { 303: { description: 'To the directory, or back to the sign-in' } },
    },
  },
  '/api/session/directory/callback': {
    get: {
      summary: 'For browsers: back from the directory, with its word.',
      responses: { 303: { description: 'To where one was heading, or back to the sign-in' } },
    },
  },
  '/api/entries': {
    post: {
      summary:
        'Writes an entry of the log, or some that go in together: all or, where one is refused, none. The same again writes nothing. Told of is the last. An enrolled device names itself in `x-tagebuch-device` and puts its signature under each part (ECDSA, P-256, SHA-256, IEEE P1363, base64url, over RFC 8785 JSON) into `x-tagebuch-signature`, separated by commas.',
      ...taking({ oneOf: [anyEntry, { type: 'array', minItems: 1, maxItems: 50, items: anyEntry }] }),
      responses: {
        201: json('Written', answers.written),
        200: json('It was in the book already', answers.written),
        ...problems(...posted),
      },
    },
  },
  '/api/rounds': {
    post: {
      summary: 'Takes a walk that a device has begun. The same again writes nothing.',
      ...taking(takenIn(roundBegun)),
      responses: {
        201: json('Written', answers.begun),
        200: json('It was in the book already', answers.begun),
        ...problems(...posted),
      },
    },
  },
  '/api/rounds/{id}': {
    get: {
      summary: 'The one document that a walk works from.',
      parameters: [inPath('id', 'The round’s identifier')],
      responses: { 200: json('The walk', walkDocument), ...problems('not-found') },
    },
  },
  '/api/shift': {
    get: {
      summary: 'What a device takes along for the shift of whoever is signed in on it.',
      responses: { 200: json('The shift', shiftList), ...problems() },
    },
  },
  '/api/routes/{id}/walk': {
    get: {
      summary: 'What a device needs to begin a walk of a route by itself, for whoever is signed in on it.',
      parameters: [inPath('id', 'The route’s identifier')],
      // What its reader fills in by itself is left out.
      responses: {
        200: { description: 'The plan of a walk', ...content(takenIn(walkPlan)) },
        ...problems('signed-out', 'not-found'),
      },
    },
  },
  '/api/methods': {
    get: { summary: 'Every method with its schemas.', responses: { 200: json('Methods', answers.methods) } },
  },
  ...Object.fromEntries(
    methods.map((method) => {
      const { id, title, version } = method;
      const { input, output } = describeMethod(method);
      const result = {
        type: 'object',
        required: ['method', 'version', 'result', 'working', 'notices', 'source'],
        properties: { method: { const: id }, version: { const: version }, result: bare(output as Json) },
      };
      return [
        `/api/methods/${id}`,
        {
          post: {
            summary: title,
            ...taking(bare(input as Json)),
            responses: {
              200: { description: 'The result with its working', ...content(result) },
              ...problems('invalid', 'not-json', 'too-large', 'wrong-media', 'foreign'),
            },
          },
        },
      ];
    }),
  ),
  '/api/meters': {
    get: {
      summary: 'Every meter in use with where it stands.',
      responses: { 200: json('Meters', answers.meters), ...problems() },
    },
  },
  '/api/meters/{id}/readings': {
    get: {
      summary: 'The readings of a meter as they are used.',
      parameters: [inPath('id', 'The meter’s identifier')],
      responses: { 200: json('Readings', answers.readings), ...problems('not-found') },
    },
    post: {
      summary: 'Takes readings off a dial. Implausible ones are kept, marked and left out.',
      parameters: [inPath('id', 'The meter’s identifier')],
      ...taking({ anyOf: [takenIn(readingsPost), takenIn(oneReadingPost)] }),
      responses: {
        201: json('Something was written', answers.readingsWritten),
        200: json('All of it was in the book already', answers.readingsWritten),
        ...problems('not-found', ...posted),
      },
    },
  },
  '/api/observations': {
    get: {
      summary: 'What was read at points, each as it is posted.',
      parameters: [query('machine', { type: 'string' }, 'Code of the machine; all of them when not given')],
      responses: { 200: json('Observations', answers.observations), ...problems() },
    },
    post: {
      summary:
        'Takes what was read at a point. What lies past a limit of its task is a finding, and no look done. The same again writes nothing.',
      ...taking(takenIn(observationPost)),
      responses: {
        201: json('Written', answers.observed),
        200: json('It was in the book already', answers.observed),
        ...problems('not-found', ...posted),
      },
    },
  },
  '/api/people': {
    get: {
      summary: 'Who writes in the book. Entries are written in the name of whoever is signed in.',
      responses: { 200: json('People', answers.people), ...problems() },
    },
  },
  '/api/points': {
    get: {
      summary: 'The points of an area.',
      parameters: [query('area', { type: 'string' }, 'Code of the area; the first when not given')],
      responses: { 200: json('Points', answers.points), ...problems('not-found') },
    },
  },
  '/api/tasks': {
    get: {
      summary: 'The tasks of an area.',
      parameters: [query('area', { type: 'string' }, 'Code of the area; the first when not given')],
      responses: { 200: json('Tasks', answers.tasks), ...problems('not-found') },
    },
  },
  '/api/find': {
    get: {
      summary: 'Machines, points, lubricants, routes and people by code or name.',
      parameters: [query('q', { type: 'string' }, 'What is looked for')],
      responses: { 200: json('Found', answers.found), ...problems() },
    },
  },
  '/api/due': {
    get: {
      summary: 'A stretch of the due list.',
      parameters: [
        query('offset', { type: 'integer', minimum: 0 }, 'Where it begins'),
        query('limit', { type: 'integer', minimum: 1, maximum: 200 }, 'How much of it'),
        ...dueQuery,
      ],
      responses: { 200: json('Tasks', answers.due), ...problems('invalid') },
    },
  },
  '/api/planned-work': {
    get: {
      summary: 'The plan as looking ahead takes it.',
      responses: { 200: json('Planned work', answers.plannedWork), ...problems('busy') },
    },
  },
  '/api/plan.json': {
    get: {
      summary: 'Every task with its interval and where it stands.',
      responses: { 200: json('The plan', answers.plan), ...problems('busy') },
    },
  },
  '/api/observations.csv': {
    get: {
      summary: 'What was read at points as a table, one reading a line; it is imported as it is.',
      parameters: [query('machine', { type: 'string' }, 'Code of the machine; all of them when not given')],
      responses: { 200: text('Readings', 'text/csv'), ...problems('busy') },
    },
  },
  '/api/plan.csv': {
    get: { summary: 'The same as a table.', responses: { 200: text('The plan', 'text/csv'), ...problems('busy') } },
  },
  '/api/needs.csv': {
    get: {
      summary: 'What the plan uses in a year, and what is missing.',
      responses: { 200: text('The order list', 'text/csv'), ...problems('busy') },
    },
  },
  '/api/calendar.ics': {
    get: {
      summary: 'Planned rounds, to subscribe to.',
      parameters: [
        query('route', { type: 'string' }, 'Code of one route; all when not given'),
        query('key', { type: 'string' }, 'Of an address that a person made for a calendar, which does not sign in'),
      ],
      responses: { 200: text('iCalendar', 'text/calendar'), ...problems('not-found', 'busy') },
    },
  },
  '/api/openapi.json': {
    get: {
      summary: 'This description.',
      responses: { 200: { description: 'OpenAPI 3.1', ...content({ type: 'object' }) } },
    },
  },
};

/** What says nothing of the plant, or is the way in. */
const openToAll = (path: string, verb: string): boolean =>
  path.startsWith('/api/methods') ||
  path === '/api/openapi.json' ||
  path.startsWith('/api/session/directory') ||
  (path === '/api/session' && verb === 'post');

/** What asks who one is may say that one has to sign in, or that it is not one's to do. */
const guarded = (path: string, verb: string, { responses, ...operation }: Operation): Operation =>
  openToAll(path, verb)
    ? { ...operation, responses }
    : {
        ...operation,
        security: [{ session: [] }, { token: [] }],
        responses: { ...responses, ...problems('signed-out', 'forbidden') },
      };

/** The whole HTTP interface, made from the schemas that its handlers parse with. */
export const description = {
  openapi: '3.1.0',
  info: {
    title: 'Tagebuch',
    version: '1',
    description: 'The lubrication book of a plant: computing, reading, and writing its log.',
  },
  paths: Object.fromEntries(
    Object.entries(paths).map(([path, verbs]) => [
      path,
      Object.fromEntries(Object.entries(verbs).map(([verb, operation]) => [verb, guarded(path, verb, operation)])),
    ]),
  ),
  components: {
    securitySchemes: {
      session: { type: 'apiKey', in: 'cookie', name: 'tagebuch-session' },
      token: { type: 'http', scheme: 'bearer', description: 'Of a machine that was let in' },
    },
    schemas: { ...entrySchemas, problem: givenOut(problemSchema) },
    responses: Object.fromEntries(
      [...new Set(Object.values(problemCodes).map(({ status }) => status))].map((status) => {
        const codes = Object.entries(problemCodes).filter(([, known]) => known.status === status);
        return [
          status,
          {
            description: codes.map(([code, { title }]) => `${code}: ${title}`).join('; '),
            ...content({ $ref: '#/components/schemas/problem' }, 'application/problem+json'),
          },
        ];
      }),
    ),
  },
};
