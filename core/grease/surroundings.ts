/**
 * How long grease stays good in its surroundings, whatever the speed: machine hours and calendar days, each by itself.
 * Mark: M C (convention of the trade, medium confidence). Hours never become days, nor days hours.
 */
export const surroundingsSource = 'caps by surroundings, a convention of the trade';

type Contamination = 'light-non-abrasive' | 'severe-non-abrasive' | 'light-abrasive' | 'severe-abrasive';
type Moisture = 'dry' | 'humid' | 'condensation' | 'water';
type Cap = { hours: number; days: number; words: string };

const byContamination: Record<Contamination, Cap> = {
  'light-non-abrasive': { hours: 17_520, days: 730, words: 'clean' },
  'severe-non-abrasive': { hours: 4400, days: 365, words: 'much dirt that does not scour' },
  'light-abrasive': { hours: 2200, days: 180, words: 'some scouring dirt' },
  'severe-abrasive': { hours: 500, days: 60, words: 'much scouring dirt' },
};

const byMoisture: Record<Moisture, Cap> = {
  dry: { hours: 17_520, days: 730, words: 'dry' },
  humid: { hours: 4400, days: 365, words: 'humid' },
  condensation: { hours: 2200, days: 180, words: 'condensation' },
  water: { hours: 170, days: 14, words: 'water' },
};

/**
 * The strictest cap that applies, with the surroundings it comes from in words.
 * @example surroundingsCap('light-abrasive', 'humid') // { hours: 2200, days: 180, words: 'some scouring dirt' }
 */
export function surroundingsCap(contamination: Contamination, moisture: Moisture): Cap {
  const dirt = byContamination[contamination];
  const wet = byMoisture[moisture];
  if (dirt.hours === wet.hours) return { ...dirt, words: `${dirt.words}, ${wet.words}` };
  return dirt.hours < wet.hours ? dirt : wet;
}

/** Below this speed factor n·dm (mm/min) a shaft builds no film that the speed formula speaks of. */
const slowSpeedFactor = 20_000;
/** Mean diameter of a rolling bearing by its bore, where the outside diameter is not asked. */
const meanByBore = 1.5;

/** Whether grease here mainly keeps dirt or water out: a very slow shaft that is not clean or not dry. */
export function isSealPurge(bearing: {
  boreMm: number;
  speedRpm: number;
  contamination: Contamination;
  moisture: Moisture;
}): boolean {
  const slow = bearing.speedRpm * meanByBore * bearing.boreMm < slowSpeedFactor;
  const dirty = bearing.contamination !== 'light-non-abrasive';
  const wet = bearing.moisture === 'condensation' || bearing.moisture === 'water';
  return slow && (dirty || wet);
}
