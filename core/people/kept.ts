/** How long what tells of people is kept, in one place: the book deletes by these, and shows them. */
export const keptDays = {
  /** A session that has ended stays on the list of its person. */
  session: 90,
  /** Wrong passwords make wait, and are forgotten. */
  failure: 1,
} as const;

/** What is kept, for how long, and how it goes: for whoever asks, and for whoever has to answer. */
export const keptTable: readonly { what: string; until: string; how: string }[] = [
  {
    what: 'Entries of the log',
    until: 'as long as the book',
    how: 'Work on machines, signed by a number that stands for a person. They are never altered or deleted: what was put into a sump is asked for years later.',
  },
  {
    what: 'Name, initials, roles, certificates',
    until: 'until the person is forgotten',
    how: 'An administrator forgets whoever has left: entries then stand under a made-up name, and what is said of the person is erased, in the changes as well.',
  },
  {
    what: 'Password, PINs, links, addresses of calendars',
    until: 'until replaced, ended, or the person is forgotten',
    how: 'Only digests are kept; nobody can read them.',
  },
  {
    what: 'Sessions that have ended',
    until: `${keptDays.session} days`,
    how: 'With the browser that was used. Deleted when somebody signs in after that.',
  },
  { what: 'Wrong passwords', until: `${keptDays.failure} day`, how: 'A number and a time, no name.' },
  {
    what: 'Copies of the book',
    until: 'as many as the command keeps',
    how: 'A copy from before somebody was forgotten still holds their name: forget again after it was brought back.',
  },
  {
    what: 'Log lines of the server',
    until: 'as the plant’s server keeps them',
    how: 'Addresses and paths, no names, no keys.',
  },
];
