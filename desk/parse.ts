import type { z } from 'zod';
import { type Refusal, refusal } from './desk';

/** Parses untrusted values with the form's own schema; the refusal names each field by its dotted path. */
export function parseForm<Schema extends z.ZodType>(
  schema: Schema,
  values: unknown,
): { ok: true; value: z.output<Schema> } | Refusal {
  const parsed = schema.safeParse(values);
  if (parsed.success) return { ok: true, value: parsed.data };
  const fields: Record<string, string> = {};
  for (const issue of parsed.error.issues) fields[issue.path.join('.')] ??= issue.message;
  return refusal('invalid', 'Some fields need another look. Nothing has been saved; what you typed is kept.', fields);
}
