'use client';

import { useState } from 'react';
import { prechargeOf, prechargeReferenceC } from '@/core/condition/precharge-reading';
import { NumberPad } from './number-pad';
import { hintOf } from './stop-readings';
import type { AskedHere, OnTake } from './taken';

/** A gas pre-charge: its gauge, then how warm the gas is; kept as it is at the reference temperature, both beside it. */
export function GasReading({ asked, onTake }: { asked: AskedHere; onTake: OnTake }) {
  const [readBar, setReadBar] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  if (readBar === null)
    return (
      <NumberPad
        key="bar"
        label={`${asked.name}, as the gauge shows it`}
        unit={asked.unit}
        hint={hintOf(asked)}
        submitLabel="Next: how warm is the gas?"
        onSubmit={setReadBar}
      />
    );
  const judge = (gasC: number) => {
    const { last } = asked;
    const agoMs = last ? Date.now() - Date.parse(last.at) : 0;
    const judged = prechargeOf({ readBar, gasC }, asked.band, last ? { bar: last.value, agoMs } : undefined);
    if (!judged.ok) return setProblem(judged.reason);
    onTake(asked, {
      value: judged.correctedBar,
      ...(judged.sign && { sign: judged.sign }),
      beside: [
        { name: `${asked.name}, on the gauge`, value: readBar, unit: asked.unit },
        { name: `${asked.name}, gas`, value: gasC, unit: '°C' },
      ],
    });
  };
  return (
    <NumberPad
      key="gas"
      label="How warm is the gas?"
      unit="°C"
      hint={`As warm as its surroundings after some quarter of an hour. It is brought to ${prechargeReferenceC} °C.`}
      signed
      problem={problem}
      submitLabel="Take this reading"
      onSubmit={judge}
    />
  );
}
