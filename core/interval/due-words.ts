import { type PlantDay, daysBetween } from '../time/plant-day';
import { finishedStage } from './due-facts';
import type { TaskDue } from './task-due';

/** How urgent a task is on a day, as a word: the list sorts by it, the hour line draws it, never colour alone. */
export type DueStanding = 'overdue' | 'due' | 'soon' | 'later' | 'unknown';

/**
 * Where a task stands on a day. `due` lasts from the window's opening to its end, after that it is `overdue`;
 * `soon` is the week before the window opens.
 * @example standingOn({ state: 'known', dueOn: '2026-05-20' }, '2026-06-01') // 'overdue'
 */
export function standingOn(due: Pick<TaskDue, 'state' | 'dueOn' | 'window'>, today: PlantDay): DueStanding {
  if (due.state === 'next-round') return 'due';
  if (due.state === 'unknown') return 'unknown';
  if (!due.dueOn) return 'later';
  const last = due.window?.toOn ?? due.dueOn;
  const first = due.window?.fromOn ?? due.dueOn;
  if (today > last) return 'overdue';
  if (today >= first) return 'due';
  return daysBetween(today, first) <= 7 ? 'soon' : 'later';
}

/** The standing as a sentence for a list and for a screen reader. */
export function dueWords(
  due: Pick<TaskDue, 'state' | 'dueOn' | 'window' | 'by' | 'confidence'> & { stage?: string },
  today: PlantDay,
): string {
  if (due.state === 'unknown') return 'last service unknown';
  if (due.state === 'next-round') return 'last service unknown, to be done on the next round';
  if (due.stage === finishedStage) return 'done; begins again when commissioned';
  if (!due.dueOn) return 'no date: no rate known';
  const days = daysBetween(today, due.dueOn);
  const when =
    days === 0
      ? 'today'
      : days > 0
        ? `in ${days} ${days === 1 ? 'day' : 'days'}`
        : `${-days} ${days === -1 ? 'day' : 'days'} ago`;
  const words = {
    overdue: `overdue by ${-days} ${days === -1 ? 'day' : 'days'}`,
    due: days < 0 ? `due, planned ${when}` : `due ${when}`,
    soon: `due ${when}`,
    later: `due ${when}`,
    unknown: '',
  }[standingOn(due, today)];
  return due.confidence === 'low' || due.confidence === 'none' ? `${words} (rough guess)` : words;
}
