'use client';

import { format } from 'date-fns';
import { DayPicker } from 'react-day-picker';
import type { PlantDay } from '@/core/time/plant-day';

/** So far back as a machine can have stood here, so far ahead as anybody plans (years). */
const [yearsBack, yearsAhead] = [40, 10];

/** A month of days to choose one from, weeks beginning on Monday and numbered. */
export default function DaySheet({
  selected,
  onChoose,
}: {
  selected: Date | undefined;
  onChoose: (day: PlantDay) => void;
}) {
  const year = new Date().getFullYear();
  return (
    <DayPicker
      mode="single"
      required
      // The chosen day, or today, is where the arrow keys begin in a sheet that a person has just opened.
      // eslint-disable-next-line jsx-a11y/no-autofocus
      autoFocus
      selected={selected}
      {...(selected && { defaultMonth: selected })}
      onSelect={(chosen) => onChoose(format(chosen, 'yyyy-MM-dd'))}
      ISOWeek
      showWeekNumber
      showOutsideDays
      captionLayout="dropdown"
      startMonth={new Date(year - yearsBack, 0)}
      endMonth={new Date(year + yearsAhead, 11)}
      classNames={{
        months: 'relative',
        month_caption: 'flex min-h-11 items-center',
        dropdowns: 'flex gap-2',
        dropdown_root: 'relative',
        dropdown: 'field pr-1',
        caption_label: 'hidden',
        nav: 'absolute right-0 top-0 flex',
        button_previous: 'button button-quiet',
        button_next: 'button button-quiet',
        chevron: 'size-5 fill-ink',
        month_grid: 'mt-2',
        weekday: 'caption w-11 py-1 text-center',
        week_number: 'caption pr-2 text-right',
        week_number_header: 'caption pr-2 text-right font-medium',
        day: 'p-0 text-center',
        day_button: 'size-11 border border-transparent hover:border-ink',
        selected: 'bg-ink text-sheet font-semibold',
        today: 'underline underline-offset-4 font-semibold',
        outside: 'text-muted',
      }}
    />
  );
}
