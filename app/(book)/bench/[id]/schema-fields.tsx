'use client';

import { Plus, X } from 'lucide-react';
import type { ReactNode } from 'react';

/** The part of JSON Schema that the methods use. */
export type JsonSchema = {
  type?: string;
  title?: string;
  unit?: string;
  enum?: string[];
  default?: unknown;
  required?: string[];
  properties?: Record<string, JsonSchema>;
  items?: JsonSchema;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  format?: string;
  pattern?: string;
};

/** What is typed: text at the leaves, so that nothing is lost or rounded on the way. */
export type Typed = string | boolean | Typed[] | { [key: string]: Typed };

export const emptyOf = (schema: JsonSchema): Typed => {
  if (schema.type === 'object')
    return Object.fromEntries(Object.entries(schema.properties ?? {}).map(([key, child]) => [key, emptyOf(child)]));
  if (schema.type === 'array') return [];
  if (schema.type === 'boolean') return false;
  return schema.default === undefined ? '' : String(schema.default);
};

/** From what was typed to the JSON value of the schema; empty leaves are left out, text stays where a number cannot be read, so that the method says so. */
export function valueOf(schema: JsonSchema, typed: Typed, required: boolean): unknown {
  if (schema.type === 'object') {
    const entries = Object.entries(schema.properties ?? {})
      .map(
        ([key, child]) =>
          [
            key,
            valueOf(child, (typed as Record<string, Typed>)[key] ?? '', schema.required?.includes(key) ?? false),
          ] as const,
      )
      .filter(([, value]) => value !== undefined);
    return entries.length === 0 && !required ? undefined : Object.fromEntries(entries);
  }
  if (schema.type === 'array')
    return (typed as Typed[]).length === 0 && !required
      ? undefined
      : (typed as Typed[]).map((each) => valueOf(schema.items!, each, true));
  if (typeof typed !== 'string') return typed;
  if (typed.trim() === '') return undefined;
  if (schema.type === 'number' || schema.type === 'integer') {
    const number = Number(typed.trim().replace(/^(-?\d*),(\d+)$/, '$1.$2'));
    return Number.isFinite(number) && !/^\s*-?[1-9]\d{0,2},\d{3}\s*$/.test(typed) ? number : typed;
  }
  return typed.trim();
}

type Props = {
  schema: JsonSchema;
  typed: Typed;
  path: string;
  required: boolean;
  name: string;
  problems: Record<string, string>;
  onChange: (typed: Typed) => void;
};

/** A form made from a schema, field by field; lists and groups nest. */
export function SchemaFields(props: Props) {
  const { schema } = props;
  if (schema.type === 'object') return <Group {...props} />;
  if (schema.type === 'array')
    return schema.items?.enum ? <Choices {...props} values={schema.items.enum} /> : <List {...props} />;
  if (schema.type === 'boolean') return <Tick {...props} />;
  return <Value {...props} />;
}

const labelOf = ({ schema, name }: Props) => schema.title ?? name;
const idOf = ({ path }: Props) => `field${path.replaceAll('/', '-')}`;

/** What is wrong with a field, beside it. */
function Message(props: Props) {
  const problem = props.problems[props.path];
  return (
    problem && (
      <p id={`${idOf(props)}-problem`} className="mt-1 border-l-4 border-ink pl-2 text-sm">
        <span aria-hidden="true">✗ </span>
        {problem}
      </p>
    )
  );
}

/** Fields that belong together, under their name; the outermost has none. */
function Group(props: Props) {
  const { schema, typed, path, problems, onChange } = props;
  const values = typed as Record<string, Typed>;
  const fields = Object.entries(schema.properties ?? {}).map(([key, child]) => (
    <SchemaFields
      key={key}
      schema={child}
      name={key}
      typed={values[key] ?? ''}
      path={`${path}/${key}`}
      required={schema.required?.includes(key) ?? false}
      problems={problems}
      onChange={(next) => onChange({ ...values, [key]: next })}
    />
  ));
  if (path === '') return <div className="grid items-start gap-4 sm:grid-cols-2">{fields}</div>;
  return (
    <Framed {...props}>
      <div className="grid items-start gap-4 sm:grid-cols-3">{fields}</div>
    </Framed>
  );
}

const Framed = ({ children, ...props }: Props & { children: ReactNode }) => (
  <fieldset className="rule-t pt-2 sm:col-span-2">
    <legend className="font-medium">{labelOf(props)}</legend>
    <Message {...props} />
    {children}
  </fieldset>
);

/** Any number of given values. */
function Choices({ values, ...props }: Props & { values: readonly string[] }) {
  const chosen = props.typed as string[];
  return (
    <Framed {...props}>
      <div className="grid sm:grid-cols-3">
        {values.map((value) => (
          <label key={value} className="flex min-h-9 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-ink"
              checked={chosen.includes(value)}
              onChange={(event) =>
                props.onChange(event.target.checked ? [...chosen, value] : chosen.filter((each) => each !== value))
              }
            />
            {value}
          </label>
        ))}
      </div>
    </Framed>
  );
}

/** Any number of things of one kind, each with its fields. */
function List(props: Props) {
  const { schema, path, problems, onChange } = props;
  const items = props.typed as Typed[];
  const label = labelOf(props);
  return (
    <Framed {...props}>
      {items.map((item, index) => (
        <div key={index} className="flex items-end gap-3 py-2">
          <div className="grow">
            <SchemaFields
              schema={schema.items!}
              name={`${label} ${index + 1}`}
              typed={item}
              path={`${path}/${index}`}
              required
              problems={problems}
              onChange={(next) => onChange(items.map((each, place) => (place === index ? next : each)))}
            />
          </div>
          <button
            type="button"
            className="button"
            onClick={() => onChange(items.filter((_, place) => place !== index))}
            aria-label={`Remove ${label} ${index + 1}`}
          >
            <X aria-hidden="true" size={18} />
          </button>
        </div>
      ))}
      <button type="button" className="button mt-1" onClick={() => onChange([...items, emptyOf(schema.items!)])}>
        <Plus aria-hidden="true" size={18} /> Add
      </button>
    </Framed>
  );
}

function Tick(props: Props) {
  const id = idOf(props);
  return (
    <div>
      <div className="flex min-h-11 items-center gap-3">
        <input
          id={id}
          type="checkbox"
          className="size-5 accent-ink"
          checked={props.typed === true}
          onChange={(event) => props.onChange(event.target.checked)}
        />
        <label htmlFor={id} className="font-medium">
          {labelOf(props)}
        </label>
      </div>
      <Message {...props} />
    </div>
  );
}

/** One value: a number with its unit, a text, or one of given words. */
function Value(props: Props) {
  const { schema, typed, required, onChange } = props;
  const id = idOf(props);
  const problem = props.problems[props.path];
  const control = {
    id,
    'aria-invalid': problem ? (true as const) : undefined,
    'aria-describedby': problem ? `${id}-problem` : undefined,
    className: 'field',
  };
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        {labelOf(props)} {required && <span className="caption font-normal">needed</span>}
      </label>
      {schema.enum ? (
        <select {...control} value={String(typed)} onChange={(event) => onChange(event.target.value)}>
          <option value="">not said</option>
          {schema.enum.map((value) => (
            <option key={value} value={value}>
              {value}
            </option>
          ))}
        </select>
      ) : (
        <div className="flex items-center gap-2">
          <input
            {...control}
            inputMode={schema.type === 'string' ? 'text' : 'decimal'}
            value={String(typed)}
            onChange={(event) => onChange(event.target.value)}
            placeholder={schema.format === 'date-time' ? '2026-03-01T06:00Z' : undefined}
            autoComplete="off"
          />
          {schema.unit && <span className="caption whitespace-nowrap">{schema.unit}</span>}
        </div>
      )}
      <Message {...props} />
    </div>
  );
}
