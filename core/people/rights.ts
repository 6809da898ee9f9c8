/** What somebody is in the book, by which it is decided what they may do there. One may be several. */
export const roles = {
  reader: 'Reader',
  operator: 'Operator',
  technician: 'Technician',
  planner: 'Planner',
  administrator: 'Administrator',
} as const;
export type Role = keyof typeof roles;

/** What a machine that speaks to the book by itself is let in for. */
export const scopes = {
  plan: 'Read the plan',
  readings: 'Post meter readings',
  observations: 'Post observations and results of the laboratory',
} as const;
export type Scope = keyof typeof scopes;

type Rule = {
  /** Said of whoever may: "Planners change the plan." */
  words: string;
  roles: readonly Role[];
  /** Whatever it changes of the plan, or of who gets in, stands in the log in the name of whoever did it. */
  recorded?: true;
  scopes?: readonly Scope[];
};

const everybody = ['reader', 'operator', 'technician', 'planner', 'administrator'] as const;
const whoReads = ['reader', 'technician', 'planner', 'administrator'] as const;
const whoWrites = ['technician', 'planner'] as const;

/** The one table of who may do what. Every page, action and handler names one of these and nothing else decides. */
export const actions = {
  own: { words: 'look after their own sign-in', roles: everybody, recorded: true },
  read: { words: 'read the book', roles: whoReads, scopes: ['plan'] },
  count: { words: 'use the counter at a machine', roles: ['operator', ...whoWrites] },
  write: { words: 'walk rounds and write entries', roles: whoWrites },
  'void-others': { words: 'correct or void what others have written', roles: ['planner'] },
  'write-for-others': { words: 'type in what others have written on paper', roles: ['planner'] },
  'post-readings': { words: 'post readings of meters', roles: ['planner'], scopes: ['readings'] },
  'post-observations': { words: 'post observations', roles: ['planner'], scopes: ['observations'] },
  store: { words: 'keep the store room and the guns', roles: whoWrites, recorded: true },
  plan: { words: 'change the plan', roles: ['planner'], recorded: true },
  'take-out': { words: 'take things out of use', roles: ['planner'], recorded: true },
  import: { words: 'import files', roles: ['planner'], recorded: true },
  settings: { words: 'change how the plant works', roles: ['planner', 'administrator'], recorded: true },
  administer: { words: 'look after people and what signs in', roles: ['administrator'], recorded: true },
} as const satisfies Record<string, Rule>;
export type Action = keyof typeof actions;
export const actionNames = Object.keys(actions) as Action[];

/** What whoever asks is: somebody with roles, or a machine with scopes. */
export type Standing = { roles: readonly Role[] } | { scopes: readonly Scope[] };

/** Whether somebody, or a machine, may do something. */
export function may(standing: Standing, action: Action): boolean {
  const rule: Rule = actions[action];
  return 'roles' in standing
    ? standing.roles.some((role) => rule.roles.includes(role))
    : standing.scopes.some((scope) => rule.scopes?.includes(scope) ?? false);
}

/** Whether what somebody changes in doing it stands in the log. */
export const isRecorded = (action: Action): boolean => (actions[action] as Rule).recorded === true;

/** Who does something, in words: "Planners change the plan." */
export function whoDoes(action: Action): string {
  const { words, roles: who }: Rule = actions[action];
  if (who.length === everybody.length) return `Everybody who is signed in may ${words}.`;
  const names = who.map((role) => `${roles[role].toLowerCase()}s`);
  const list = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0]!;
  return `${list[0]!.toUpperCase()}${list.slice(1)} ${words}.`;
}
