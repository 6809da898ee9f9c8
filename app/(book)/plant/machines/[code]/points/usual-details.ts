import { fieldsOf, pointKindNames } from '../../../../../../core/register/point-kinds';

/** Every choice begins at its usual answer, so that a plain bearing needs only its sizes. */
export const usualDetails: Record<string, string> = Object.fromEntries(pointKindNames.flatMap((kind) => fieldsOf(kind)).flatMap((field) => (field.type === 'choice' && field.initial ? [[field.key, field.initial]] : [])));
