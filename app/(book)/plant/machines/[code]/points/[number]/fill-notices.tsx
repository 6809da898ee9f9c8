import { NoticeLine } from '@/components/ui/notice';
import { mixtureWords, waitingChangeWords } from '@/core/words/waiting-change';
import type { PointPage as Page } from '@/desk/read/machine';

/** What is to be known of the sump before anything else: never filled, or filled with another oil than is wanted now. */
export function FillNotices({ states, isEmpty }: Pick<Page, 'states' | 'isEmpty'>) {
  const waitingChange = states.find((state) => state.waitingChange)?.waitingChange;
  const mixed = states.find(({ mixedWith }) => mixedWith.length > 0);
  const holds = mixed?.waitingChange?.holds ?? mixed?.lubricant?.code;
  return (
    <>
      {isEmpty && (
        <NoticeLine
          notice={{
            level: 'stop',
            text: 'This unit came empty and no filling is in the book. It is not started before it is filled: fill it, then write the oil change or the commissioning with its litres.',
          }}
        />
      )}
      {waitingChange && (
        <NoticeLine
          notice={{
            level: 'caution',
            text: `A change is due. ${waitingChangeWords(waitingChange)}`,
          }}
        />
      )}
      {mixed && holds && <NoticeLine notice={{ level: 'caution', text: mixtureWords(holds, mixed.mixedWith) }} />}
    </>
  );
}
