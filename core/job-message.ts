/** What a worker says of the work that a page handed it: how it stands, what came out, or why nothing did. */
export type JobMessage<Progress, Result> =
  { kind: 'progress'; progress: Progress } | { kind: 'result'; result: Result } | { kind: 'fault'; reason: string };
