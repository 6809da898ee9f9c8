import type { PointPage } from '@/desk/read/machine';

/** What the page shows of a reservoir's fill, as plain data for the device. */
export const fillOf = (reservoir: NonNullable<PointPage['reservoir']>) => ({
  id: reservoir.id,
  mounting: reservoir.mounting,
  fillTable: reservoir.fillTable,
  levelMarks: reservoir.levelMarks,
  confirmed: reservoir.confirmed ?? null,
  capacityL: reservoir.capacityL,
  fillMark: reservoir.fillMark,
  checkMark: reservoir.checkMark,
  checkMarkState: reservoir.checkMarkState ?? null,
  holdsPressure: reservoir.holdsPressure ?? null,
  settleMinutes: reservoir.settleMinutes ?? null,
});
