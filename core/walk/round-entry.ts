import type { EntryInput } from '../entry/envelope';

/** An entry as far as a round looks at it. */
export type RoundEntry = Pick<
  EntryInput,
  | 'id'
  | 'kind'
  | 'kindVersion'
  | 'body'
  | 'happenedAt'
  | 'machineId'
  | 'pointId'
  | 'personId'
  | 'taskIds'
  | 'replacesId'
>;
