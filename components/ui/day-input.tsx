'use client';

import { parseISO } from 'date-fns';
import { CalendarDays } from 'lucide-react';
import { Popover } from 'radix-ui';
import { type Ref, Suspense, lazy, useState } from 'react';
import { type PlantDay, isPlantDay } from '@/core/time/plant-day';
import { day } from '../words';
import { typedDay } from './typed-day';

// The sheet of days is fetched when it is first opened.
const DaySheet = lazy(() => import('./day-sheet'));

/** Today by the clock of this device: what a year that was left out is taken from. */
const deviceToday = (): PlantDay => {
  const now = new Date();
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
};

export type DayInputProps = {
  id: string;
  /** What is chosen: a day, or whatever was typed that is none. */
  value: string;
  onChange: (value: string) => void;
  /** What the field is called, for the button that opens the sheet of days. */
  label: string;
  onBlur?: () => void;
  inputRef?: Ref<HTMLInputElement>;
  invalid?: boolean | undefined;
  describedBy?: string | undefined;
};

/**
 * A day: typed as it is written here (24 Nov 2026; 24.11. and 2026-11-24 will do), or chosen from a sheet of days. What
 * cannot be read as a day stays as it was typed, and is what the field holds.
 */
export function DayInput({ id, value, onChange, label, onBlur, inputRef, invalid, describedBy }: DayInputProps) {
  const [typed, setTyped] = useState<string>();
  const [open, setOpen] = useState(false);
  const chosen = isPlantDay(value) ? value : undefined;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Anchor asChild>
        <div className="flex">
          <input
            id={id}
            ref={inputRef}
            className="field min-w-0"
            autoComplete="off"
            placeholder="24 Nov 2026"
            value={typed ?? (chosen ? day(chosen) : value)}
            onChange={({ target }) => {
              setTyped(target.value);
              onChange(typedDay(target.value, deviceToday()) ?? target.value);
            }}
            onBlur={() => {
              setTyped(undefined);
              onBlur?.();
            }}
            onKeyDown={(event) => {
              if (event.key !== 'ArrowDown') return;
              event.preventDefault();
              setOpen(true);
            }}
            aria-invalid={invalid ? true : undefined}
            aria-describedby={describedBy}
          />
          <Popover.Trigger
            className="button -ml-px min-w-11 shrink-0 border-muted px-0"
            aria-label={`Calendar: ${label}`}
          >
            <CalendarDays aria-hidden="true" className="size-5" />
          </Popover.Trigger>
        </div>
      </Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          aria-label={label}
          className="z-20 border border-ink bg-sheet p-3 text-ink"
        >
          <Suspense fallback={<p className="p-4">Calendar</p>}>
            <DaySheet
              selected={chosen === undefined ? undefined : parseISO(chosen)}
              onChoose={(next) => {
                setTyped(undefined);
                onChange(next);
                setOpen(false);
              }}
            />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
