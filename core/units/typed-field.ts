import { z } from 'zod';
import { isPlainText } from '../text';
import { type Dimension, dimensions, parseQuantity } from './parse-quantity';

/** Longest note in characters; longer is refused with the text kept. */
export const longestNote = 4000;

type Bounds = { label: string; min?: number; above?: number; max: number; required?: boolean };

/** A quantity as typed in a form: in goes text, out comes the number in the storage unit (undefined when left empty). */
export function typedQuantity(dimension: Dimension, { label, min, above, max, required = false }: Bounds) {
  const unit = dimensions[dimension].unit;
  return z
    .string()
    .max(200, { error: `${label}: this is too long for a number.` })
    .default('')
    .transform((typed, context): number | undefined => {
      const refuse = (message: string) => {
        context.addIssue({ code: 'custom', message: `${label}: ${message}` });
        return z.NEVER;
      };
      if (typed.trim() === '') return required ? refuse('is needed here.') : undefined;
      const parsed = parseQuantity(typed, dimension);
      if (!parsed.ok) return refuse(parsed.reason);
      if (above !== undefined && parsed.value <= above)
        return refuse(`must be more than ${above} ${unit}.`.replace(' .', '.'));
      if (min !== undefined && parsed.value < min) return refuse(`must be at least ${min} ${unit}.`.replace(' .', '.'));
      if (parsed.value > max) return refuse(`must be at most ${max} ${unit}.`.replace(' .', '.'));
      return parsed.value;
    });
}

/** A quantity that must be typed; its parsed value is never undefined. */
export const requiredQuantity = (dimension: Dimension, bounds: Omit<Bounds, 'required'>) =>
  typedQuantity(dimension, { ...bounds, required: true }).transform((value) => value as number);

const unfit = (label: string) => ({
  error: `${label}: holds a sign that cannot be shown, such as a control character. Type it anew.`,
});
/** The same name is the same letters, whether a keyboard sent é whole or as e and its accent. */
const normal = (text: string): string => text.normalize('NFC');

/** One line of text: no line ends, no control characters. */
export const line = (label: string, { max = 120, required = false } = {}) => {
  const text = z
    .string()
    .refine((typed) => isPlainText(typed) && !/[\n\t]/.test(typed.trim()), unfit(label))
    .transform(normal)
    .pipe(z.string().trim())
    .refine((typed) => typed.length <= max, {
      error: `${label}: at most ${max} characters; this has more. Shorten it.`,
    });
  return required ? text.refine((typed) => typed.length > 0, { error: `${label}: is needed here.` }) : text.default('');
};

/** A longer text, up to 4000 characters. */
export const longText = (label: string) =>
  z
    .string()
    .default('')
    .transform((text) => normal(text.replace(/\r\n?/g, '\n')))
    .superRefine((text, context) => {
      if (!isPlainText(text)) context.addIssue({ code: 'custom', message: unfit(label).error });
      if (text.length > longestNote)
        context.addIssue({
          code: 'custom',
          message: `${label}: ${text.length} characters; at most ${longestNote} fit. Shorten it; what you typed is kept.`,
        });
    });
