import type { Band } from '../fields/band';
import { gasPrecharge } from './gas-precharge';
import type { ReadSign } from './reading';

/** The temperature that a pre-charge is said for (°C; H B). */
export const prechargeReferenceC = 20;
const hourMs = 3_600_000;

export type Precharge =
  | { ok: true; correctedBar: number; sign: ReadSign | undefined; notices: readonly string[] }
  | { ok: false; reason: string };

/**
 * A gas pre-charge as its gauge shows it, brought to the reference temperature and judged by `gas.precharge`: what lies in
 * its band may still leak.
 * @param last what it was the last time, at the reference temperature, and how many hours ago
 */
export function prechargeOf(
  { readBar, gasC }: { readBar: number; gasC: number },
  { warnLow, stopLow, warnHigh, stopHigh }: Band,
  last?: { bar: number; agoMs: number },
): Precharge {
  const run = gasPrecharge.compute({
    readingBar: readBar,
    temperatureC: gasC,
    minBar: warnLow ?? stopLow ?? -1,
    maxBar: warnHigh ?? stopHigh ?? 1000,
    referenceTemperatureC: prechargeReferenceC,
    allowanceBelowBar: 0,
    allowanceAboveBar: 0,
    permitted: 'authorised',
    ...(last && last.agoMs > 0 && { lastBar: last.bar, hoursSinceLast: last.agoMs / hourMs }),
  });
  if (!run.ok) return { ok: false, reason: run.reason };
  const { correctedBar, action, leakSuspected } = run.result;
  const why = `${readBar} bar on the gauge at ${gasC} °C`;
  const sign: ReadSign | undefined =
    action === 'act-now'
      ? { what: 'precharge-low', grade: 'far-below', why }
      : leakSuspected
        ? { what: 'precharge-low', grade: 'falls', why }
        : undefined;
  return {
    ok: true,
    correctedBar: Math.round(correctedBar * 10) / 10,
    sign,
    notices: run.notices.map(({ text }) => text),
  };
}
