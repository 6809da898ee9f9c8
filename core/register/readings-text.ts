import { singleSpaced } from '../text';
import { type AskedReading, askedReadingForm, typedReading } from './asked-reading';

/** Between the parts of a reading, and between readings: neither stands in a name. */
const [within, between, limits] = ['|', ';', '/'];
const sides = ['stopLow', 'warnLow', 'warnHigh', 'stopHigh'] as const;

/**
 * What a task asks to be read as one cell of a table: name, quantity, unit, the four limits from stop below to stop above,
 * the state that they hold in, and where somebody said it who acts outside of them, what it means, and what a level is seen on.
 * @example readingsText([{ quantity: 'temperature', name: 'Oil', unit: '°C', validIn: 'running-loaded', band: { warnHigh: 90 } }])
 * // 'Oil | temperature | °C | / / 90 / | running-loaded'
 */
export const readingsText = (readings: readonly AskedReading[]): string =>
  readings
    .map((asked) => {
      const { name, quantity, unit, validIn, whoActs, means, gauge, ...typed } = typedReading(asked);
      const band = sides.map((side) => typed[side]).join(` ${limits} `);
      const told = gauge ? [whoActs, means, gauge] : whoActs || means ? [whoActs, means] : [];
      return singleSpaced([name, quantity, unit, band, validIn, ...told].join(` ${within} `));
    })
    .join(`${between} `);

/**
 * Reads the same back.
 * @returns the readings as the form of a task takes them, or in words what cannot be read
 */
export function parseReadings(
  text: string,
): { ok: true; readings: ReturnType<typeof typedReading>[] } | { ok: false; reason: string } {
  const readings: ReturnType<typeof typedReading>[] = [];
  for (const part of text.split(between).filter((each) => each.trim() !== '')) {
    const cells = part.split(within).map((cell) => cell.trim());
    const [name = '', quantity = '', unit = '', band = '', validIn = '', whoActs = '', means = '', gauge = ''] = cells;
    const [stopLow = '', warnLow = '', warnHigh = '', stopHigh = ''] = band.split(limits).map((limit) => limit.trim());
    const typed = { name, quantity, unit, validIn, stopLow, warnLow, warnHigh, stopHigh, whoActs, means, gauge };
    const parsed = askedReadingForm.safeParse(typed);
    if (cells.length > 8 || band.split(limits).length > 4) {
      const reason = `“${part.trim()}” has more parts than name, quantity, unit, limits, state, who acts, what it means and what it is seen on.`;
      return { ok: false, reason };
    }
    if (!parsed.success) return { ok: false, reason: `“${name || part.trim()}”: ${parsed.error.issues[0]!.message}` };
    readings.push(typedReading(parsed.data));
  }
  return { ok: true, readings };
}
