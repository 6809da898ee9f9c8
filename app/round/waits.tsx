'use client';

import { useEffect, useRef, useState } from 'react';
import { waitLeft } from '@/core/procedure/walk';
import type { WalkStop } from '@/core/walk/document';
import type { StopKept } from './taken';

/** A short tone and a shake, where the device has them: gloves are at another machine. */
function ring(): void {
  if ('vibrate' in navigator) navigator.vibrate([300, 150, 300]);
  if (typeof AudioContext === 'undefined') return;
  const context = new AudioContext();
  const tone = context.createOscillator();
  tone.frequency.value = 880;
  tone.connect(context.destination);
  tone.start();
  tone.stop(context.currentTime + 0.6);
  tone.onended = () => void context.close();
}

/** Waits that run at other stops of the round: one that is over rings, and leads back with one tap. */
export function Waits({
  stops,
  keptOf,
  place,
  onGo,
}: {
  stops: readonly WalkStop[];
  keptOf: (taskId: string) => StopKept | undefined;
  place: number;
  onGo: (place: number) => void;
}) {
  const [now, setNow] = useState(() => Date.now());
  const waiting = stops.flatMap((stop, at) => {
    const progress = keptOf(stop.taskId)?.progress;
    const left = progress?.at ? waitLeft(progress, progress.at, now) : undefined;
    return left === undefined || at === place ? [] : [{ stop, at, left }];
  });
  const running = waiting.filter(({ left }) => left > 0).length;
  useEffect(() => {
    if (running === 0) return undefined;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [running]);
  const over = waiting
    .filter(({ left }) => left === 0)
    .map(({ stop }) => stop.taskId)
    .join();
  const rung = useRef('');
  useEffect(() => {
    if (over !== '' && over !== rung.current) ring();
    rung.current = over;
  }, [over]);
  return waiting.map(({ stop, at, left }) => (
    <p key={stop.taskId} role="status" className="border-b border-ink px-4 py-1">
      <button type="button" className="min-h-14 w-full text-left" onClick={() => onGo(at)}>
        <strong>{stop.pointLabel}</strong>{' '}
        {left === 0 ? (
          <strong>the wait is over: go there</strong>
        ) : (
          `waits, ${Math.max(1, Math.round(left / 60_000))} min more`
        )}
      </button>
    </p>
  ));
}
