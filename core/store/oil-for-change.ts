import { shown } from '../method';

/** What an oil change takes, and what the store room holds of it, in litres as its containers say. */
export type OilForChange = {
  code: string;
  inStoreL: number;
  /** null where nobody has said how much goes in. */
  fillL: number | null;
  /** 0 where no flush is needed, or nobody knows of one. */
  flushL: number;
};

const litres = (volumeL: number) => `${shown(Number(volumeL.toPrecision(3)))} L`;

/**
 * Whether there is enough oil for the filling and for a flush, in words, before anything is opened.
 * @example oilForChange({ code: 'CLP-220', inStoreL: 40, fillL: 12, flushL: 6 })
 * // 'In the store: 40 L of CLP-220. The filling takes 12 L, a flush 6 L.'
 */
export function oilForChange({ code, inStoreL, fillL, flushL }: OilForChange): string {
  const takes = [
    ...(fillL === null ? [] : [`The filling takes ${litres(fillL)}`]),
    ...(flushL > 0 ? [`${fillL === null ? 'A flush takes' : 'a flush'} ${litres(flushL)}`] : []),
  ].join(', ');
  const inStore =
    inStoreL > 0 ? `In the store: ${litres(inStoreL)} of ${code}.` : `The store room knows of no ${code}.`;
  const short = (fillL ?? 0) + flushL - inStoreL;
  const missing = short <= 0 ? '' : short <= flushL ? ' Not enough for both.' : ' Not enough.';
  return `${inStore}${takes && ` ${takes}.`}${missing}`;
}
