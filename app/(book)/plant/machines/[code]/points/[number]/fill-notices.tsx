import { NoticeLine } from '@/components/ui/notice';
import type { PointPage as Page } from '@/desk/read/machine';

/** What is to be known of the sump before anything else: never filled, or filled for another ambient band. */
export function FillNotices({ states }: Pick<Page, 'states'>) {
  const cameEmpty = states.some((state) => state.cameEmpty);
  const bandChange = states.find((state) => state.bandChange)?.bandChange;
  return (
    <>
      {cameEmpty && (
        <NoticeLine
          notice={{
            level: 'stop',
            text: 'This unit came empty and no filling is in the book. It is not started before it is filled: fill it, then write the oil change or the commissioning with its litres.',
          }}
        />
      )}
      {bandChange && (
        <NoticeLine
          notice={{
            level: 'caution',
            text: `The ${bandChange.band} band wants ${bandChange.wants}; the sump holds ${bandChange.holds}. A change is due. Until it is logged, top up with ${bandChange.holds} only.`,
          }}
        />
      )}
    </>
  );
}
