import type { StepOf } from '@/core/procedure/step';
import type { WalkDocument, WalkStop } from '@/core/walk/document';
import type { LookName } from '@/core/words/looks';

/** What a stop writes; the round adds who, where and when. */
export type StopDraft = {
  kind:
    | 'grease'
    | 'oil-change'
    | 'top-up'
    | 'check'
    | 'skip'
    | 'finding'
    | 'reading'
    | 'note'
    | 'open'
    | 'close'
    | 'waiver'
    | 'isolation'
    | 'correction'
    | 'drain'
    | 'flush'
    | 'sample';
  body: Record<string, unknown>;
  taskIds?: string[];
  id?: string;
  /** What a correction puts right. */
  replacesId?: string;
};

/** Writes what one tap has said, in its order: all of it, or none. */
export type OnWrite = (...drafts: StopDraft[]) => Promise<void>;

/** The sheet of a stop that is open, if any. */
export type OpenSheet =
  | 'amount'
  | 'drained'
  | 'flush'
  | 'sample'
  | 'skip'
  | 'finding'
  | 'off'
  | 'purge'
  | 'gun'
  | 'event'
  | 'trick'
  | 'isolation'
  | { count: StepOf<'open'> }
  | { meter: WalkDocument['meters'][number] }
  | { asked: WalkStop['readings'][number] }
  | { look: LookName }
  | null;
