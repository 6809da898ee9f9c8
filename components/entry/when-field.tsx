'use client';

import { instantOfWallClock, isPlantDay, offsetMs, wallClock } from '@/core/time/plant-day';
import { DayAndTimeField } from '../ui/fields';

/** Now at the plant, as a date-and-time field takes it. */
export const whenNow = (timeZone: string): string => wallClock(Date.now(), timeZone);

/** When it happened, on the plant's clock. */
export function WhenField({ timeZone, name = 'when' }: { timeZone: string; name?: string }) {
  return <DayAndTimeField name={name} label="When" required hint={`On the plant’s clock (${timeZone})`} />;
}

const slackMs = 60_000;

/** The instant of a typed plant time; the future is refused in words. */
export function instantOf(
  typed: string,
  timeZone: string,
): { ok: true; happenedAt: string; offsetMinutes: number } | { ok: false; reason: string } {
  const [on = '', at = ''] = typed.split('T');
  const [, hour, minute] = /^(\d\d):(\d\d)$/.exec(at) ?? [];
  if (!isPlantDay(on))
    return { ok: false, reason: on.trim() ? `${on} is no day. Write it as 24 Nov 2026.` : 'Choose a day and a time.' };
  if (hour === undefined)
    return { ok: false, reason: at.trim() ? `${at} is no time. Write it as 07:45.` : 'Choose a day and a time.' };
  const atMs = instantOfWallClock(on, Number(hour) * 60 + Number(minute), timeZone);
  if (atMs === undefined)
    return { ok: false, reason: 'The clock was put forward over this time. Choose one after it.' };
  if (atMs > Date.now() + slackMs)
    return { ok: false, reason: 'This lies in the future. Write down only what has happened.' };
  if (on < '1950') return { ok: false, reason: 'That is before any machine here. Check the year.' };
  return { ok: true, happenedAt: new Date(atMs).toISOString(), offsetMinutes: offsetMs(atMs, timeZone) / 60_000 };
}
