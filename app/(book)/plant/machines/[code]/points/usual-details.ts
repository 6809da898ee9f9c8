import { type PointKind, fieldsOf } from '@/core/register/point-kinds';

/** Every choice of a kind begins at its usual answer, so that a plain bearing needs only its sizes. */
export const usualDetails = (kind: PointKind): Record<string, string> =>
  Object.fromEntries(
    fieldsOf(kind).flatMap((field) => (field.type === 'choice' && field.initial ? [[field.key, field.initial]] : [])),
  );
