export const amountKinds = {
  litres: 'L',
  grams: 'g',
  strokes: 'strokes',
  drops: 'drops',
  film: 'film',
  passes: 'passes',
  pieces: 'pieces',
  'to-mark': 'to the mark',
  purge: 'g at most (purge)',
} as const;

export type AmountKind = keyof typeof amountKinds;

export const taskActions = {
  grease: 'Grease',
  'oil-change': 'Change oil',
  'top-up': 'Check level and top up',
  film: 'Renew the film',
  check: 'Check',
  drain: 'Drain water',
  clean: 'Clean',
  turn: 'Turn or replace the part',
  retighten: 'Retighten, check witness marks',
} as const;

export type TaskAction = keyof typeof taskActions;

/**
 * Actions that put no lubricant in; done, they are written as a check.
 * @example putsNothingIn('check') // true
 */
export const putsNothingIn = (action: string): boolean =>
  ['check', 'drain', 'clean', 'turn', 'retighten'].includes(action);

/** Who may do a task. What the operator does stands on the machine's card, not in the rounds. */
export const whoMay = {
  operator: 'operator',
  technician: 'technician',
  mechanic: 'mechanic',
  'authorised-service': 'authorised service',
} as const;

export type Who = keyof typeof whoMay;

/**
 * Whether somebody may do work that is planned for another: what an operator may do, everybody may.
 * @param mayDo whose work the person is entered for; nothing where nobody has said
 * @example isTheirs(['technician'], 'mechanic') // false
 */
export const isTheirs = (mayDo: readonly Who[] | null | undefined, who: Who): boolean =>
  !mayDo || who === 'operator' || mayDo.includes(who);
