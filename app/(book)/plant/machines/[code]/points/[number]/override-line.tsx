import { Beside } from '@/components/beside';
import { day, measured } from '@/components/words';
import { type PlantCalendar, plantDayOf } from '@/core/time/plant-day';
import type { Override } from '@/desk/standing/states';

/** A person's number in place of the computed one, with whose it is and why. */
export function OverrideLine({
  override: { value, unit, computed, reason, by, at },
  calendar,
}: {
  override: Override;
  calendar: PlantCalendar;
}) {
  return (
    <p className="border-l-4 border-ink pl-3">
      <strong>Overruled</strong> to <Beside>{`${measured(value)} ${unit}`}</Beside> by {by},{' '}
      {day(plantDayOf(Date.parse(at), calendar))}: {reason}
      {computed !== null && (
        <span className="caption">
          {' '}
          Computed: <Beside>{`${measured(computed)} ${unit}`}</Beside>.
        </span>
      )}
    </p>
  );
}
