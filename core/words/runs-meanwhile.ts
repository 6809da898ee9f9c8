/** Whether a machine may run while something is open, and how the screens say it. Classes: practice of the trade. (C) */
export const runsMeanwhile = {
  never: 'never runs meanwhile',
  auxiliary: 'auxiliary pump only',
  supervised: 'may run, watched from a distance',
  may: 'may run meanwhile',
} as const;
export type RunsMeanwhile = keyof typeof runsMeanwhile;
export const runsMeanwhileNames = Object.keys(runsMeanwhile) as [RunsMeanwhile, ...RunsMeanwhile[]];

/**
 * What it says of something that is open.
 * @example runsWords({ runs: 'supervised', minutes: 30 }) // 'may run, watched from a distance, 30 min at most'
 */
export const runsWords = ({ runs, minutes }: { runs: RunsMeanwhile; minutes?: number | null | undefined }): string =>
  `${runsMeanwhile[runs]}${minutes ? `, ${minutes} min at most` : ''}`;

/**
 * Whether a job may be closed, or a machine handed back, while it is open.
 * @example mayStayOpen('may') // true
 */
export const mayStayOpen = (runs: RunsMeanwhile): boolean => runs === 'may';
