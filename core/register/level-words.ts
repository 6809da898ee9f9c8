import { type MachineState, machineStates } from '../words/machine-states';

/** What a reservoir says of reading its level. */
export type LevelFacts = {
  fillMark: string;
  fillMarkState: MachineState | null;
  checkMark: string;
  checkMarkState: MachineState | null;
  posture: string;
  settleMinutes: number | null;
  capacityL: number | null;
  levelMarks: readonly { levelMm: number; volumeL: number }[];
  vent: string;
  drain: string;
};

const rounded = (value: number): string => String(Number(value.toPrecision(2)));
const inState = (state: MachineState | null): string => (state && state !== 'any' ? `, ${machineStates[state]}` : '');

/** Litres for every millimetre between the outermost marks; undefined with fewer than two. */
export function litresPerMm(marks: LevelFacts['levelMarks']): number | undefined {
  const sorted = [...marks].sort((a, b) => a.levelMm - b.levelMm);
  const [low, high] = [sorted[0], sorted.at(-1)];
  return low && high && high.levelMm > low.levelMm
    ? (high.volumeL - low.volumeL) / (high.levelMm - low.levelMm)
    : undefined;
}

/**
 * How a level is read and made up at a reservoir, one sentence each; none where nobody said.
 */
export function levelWords(facts: LevelFacts): string[] {
  const { fillMark, fillMarkState, checkMark, checkMarkState, posture, settleMinutes, capacityL, levelMarks } = facts;
  const perMm = litresPerMm(levelMarks);
  return [
    checkMark && `Check at the ${checkMark}${inState(checkMarkState)}.`,
    fillMark && `Fill to the ${fillMark}${inState(fillMarkState)}.`,
    posture && `Posture: ${posture}.`,
    settleMinutes && `Wait ${settleMinutes} min before reading.`,
    facts.vent && `Vent at: ${facts.vent}.`,
    facts.drain && `Drain at: ${facts.drain}.`,
    capacityL !== null && `It holds ${rounded(capacityL)} L in all.`,
    perMm !== undefined && `A millimetre is about ${rounded(perMm)} L.`,
  ].filter((words): words is string => typeof words === 'string' && words !== '');
}
