'use client';

import { type ReactNode, createContext, useContext } from 'react';
import { type SaidBeside, saidBeside } from '@/core/units/beside';

const Units = createContext<readonly SaidBeside[]>([]);

/** Says in which other units the plant has its figures said beside those that they are kept in. */
export const UnitsBeside = ({ units, children }: { units: readonly SaidBeside[]; children: ReactNode }) => (
  <Units value={units}>{children}</Units>
);

/** Turns a text with figures into the same with the plant's other units beside. */
export function useBeside(): (text: string) => string {
  const units = useContext(Units);
  return (text) => saidBeside(text, units);
}

/** A text with figures, with the plant's other units beside; whatever else stands there is left as it is. */
export function Beside({ children }: { children: ReactNode }) {
  const beside = useBeside();
  const parts = Array.isArray(children) ? (children as ReactNode[]) : [children];
  // React gives `{a} g` as two parts; a figure and its unit belong to one text.
  const isText = parts.every((part) => typeof part === 'string' || typeof part === 'number');
  return isText ? beside(parts.join('')) : children;
}
