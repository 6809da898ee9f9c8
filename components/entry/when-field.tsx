'use client';

import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import { TextField } from '../ui/fields';

/** Now at the plant, as a date-and-time field takes it. */
export const whenNow = (timeZone: string): string => format(new TZDate(new Date(), timeZone), "yyyy-MM-dd'T'HH:mm");

/** When it happened, on the plant's clock. */
export function WhenField({ timeZone, name = 'when' }: { timeZone: string; name?: string }) {
  return (
    <TextField name={name} type="datetime-local" label="When" required hint={`On the plant’s clock (${timeZone})`} />
  );
}

const slackMs = 60_000;

/** The instant of a typed plant time; the future is refused in words. */
export function instantOf(
  typed: string,
  timeZone: string,
): { ok: true; happenedAt: string; offsetMinutes: number } | { ok: false; reason: string } {
  const match = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)/.exec(typed);
  if (!match) return { ok: false, reason: 'Choose a day and a time.' };
  const [year, month, date, hour, minute] = match.slice(1).map(Number) as [number, number, number, number, number];
  const local = new TZDate(year, month - 1, date, hour, minute, timeZone);
  if (Number.isNaN(local.getTime())) return { ok: false, reason: 'There is no such day.' };
  if (local.getTime() > Date.now() + slackMs)
    return { ok: false, reason: 'This lies in the future. Write down only what has happened.' };
  if (year < 1950) return { ok: false, reason: 'That is before any machine here. Check the year.' };
  return { ok: true, happenedAt: new Date(local.getTime()).toISOString(), offsetMinutes: -local.getTimezoneOffset() };
}
