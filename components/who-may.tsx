'use client';

import { type ReactNode, createContext, useContext } from 'react';
import type { Action } from '@/core/people/rights';

const Allowed = createContext<readonly Action[] | undefined>(undefined);

/** Says what whoever looks at a page may do, by the table of rights. The doors ask again whatever is shown. */
export const AllowedHere = ({ actions, children }: { actions: readonly Action[]; children: ReactNode }) => (
  <Allowed value={actions}>{children}</Allowed>
);

/** Whether whoever looks at the page may do something; where nobody has said, it is shown to all. */
export function useMay(action: Action): boolean {
  const actions = useContext(Allowed);
  return actions === undefined || actions.includes(action);
}

/** What is there only for those who may do it. */
export const WhoMay = ({ action, children }: { action: Action; children: ReactNode }) =>
  useMay(action) ? children : null;
