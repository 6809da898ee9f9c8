'use client';

import { Beside } from '@/components/beside';
import { useState } from 'react';
import { measured } from '@/components/words';
import { type Course, courseOf } from '@/core/condition/course-reading';
import { actNowWords } from '@/core/words/findings';
import { NumberPad } from './number-pad';
import { hintOf, withUnit } from './stop-readings';
import type { AskedHere, OnTake, TakenReading } from './taken';

const minuteMs = 60_000;
/** So many readings one series holds at most. */
const most = 30;

type Series = NonNullable<TakenReading['series']>;

/**
 * A temperature that is read every few minutes: what it shows so far, and the next. The round goes on meanwhile; what was
 * read stays on the device.
 */
export function TimedReading({
  asked,
  before,
  justGreased,
  onTake,
}: {
  asked: AskedHere;
  /** The series as it was left. */
  before: TakenReading | undefined;
  justGreased: boolean;
  onTake: OnTake;
}) {
  const [series, setSeries] = useState<Series>(before?.series ?? []);
  const [beganMs, setBeganMs] = useState(before?.beganMs ?? 0);
  const [types, setTypes] = useState(series.length === 0);
  const course = courseOf(series, { band: asked.band, curve: asked.curve, justGreased });
  const left = (goesOn: boolean) => {
    const { sign } = course ?? {};
    onTake(asked, {
      value: series.at(-1)!.value,
      series,
      beganMs,
      ...(asked.validIn && { state: asked.validIn }),
      ...(sign && !goesOn && { sign }),
      ...(goesOn && { goesOn }),
    });
  };
  if (types && series.length < most)
    return (
      <NumberPad
        key={series.length}
        label={series.length === 0 ? `${asked.name}: the first` : `${asked.name}: the next`}
        unit={asked.unit}
        hint={hintOf(asked)}
        signed
        submitLabel="Take this reading"
        onSubmit={(value) => {
          const now = Date.now();
          const minutes = beganMs === 0 ? 0 : Math.round((now - beganMs) / minuteMs);
          if (beganMs === 0) setBeganMs(now);
          // Read again within the same minute it is the better one.
          setSeries([...series.filter((each) => each.minutes !== minutes), { minutes, value }]);
          setTypes(false);
        }}
      />
    );
  return (
    <div className="mt-4 flex grow flex-col gap-3">
      <ol className="grid gap-1">
        {series.map(({ minutes, value }) => (
          <li key={minutes} className="flex justify-between border-b border-rule py-1">
            <span>{minutes === 0 ? 'begun' : `after ${measured(minutes)} min`}</span>
            <strong>
              <Beside>{withUnit(value, asked.unit)}</Beside>
            </strong>
          </li>
        ))}
      </ol>
      <CourseWords course={course} />
      <div className="mt-auto grid gap-2 pt-4">
        {course && (course.isOver || course.sign) && (
          <button
            type="button"
            className={`button min-h-16 text-lg ${course.isOver ? 'button-first' : ''}`}
            onClick={() => left(false)}
          >
            {course.isOver && !course.sign ? 'It is level: take it so' : 'Leave it at that: not in order'}
          </button>
        )}
        {series.length < most && (
          <button
            type="button"
            className={`button min-h-16 text-lg ${course?.isOver ? '' : 'button-first'}`}
            onClick={() => setTypes(true)}
          >
            Read the next
          </button>
        )}
        <button type="button" className="button min-h-14" onClick={() => left(true)}>
          Go on with the round, read it again later
        </button>
      </div>
    </div>
  );
}

/** What the series has shown so far, and what it asks for. */
const CourseWords = ({ course }: { course: Course | undefined }) => (
  <div role="status" className="border-l-4 border-ink pl-3">
    {course ? (
      <>
        <p className="text-xl">
          <strong>
            <Beside>{course.words}</Beside>
          </strong>
        </p>
        {course.sign?.what === 'still-climbing' ? (
          <p>
            <strong className="text-stop">{actNowWords}</strong>
          </p>
        ) : null}
        {course.notices.map((text) => (
          <p key={text}>
            <Beside>{text}</Beside>
          </p>
        ))}
      </>
    ) : (
      <p>Read it again in five minutes, at the same place.</p>
    )}
  </div>
);
