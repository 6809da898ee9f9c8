'use client';

import { Printer } from 'lucide-react';

export const PrintButton = ({ label = 'Print' }: { label?: string }) => (
  <button type="button" className="button no-print" onClick={() => window.print()}>
    <Printer aria-hidden="true" size={18} /> {label}
  </button>
);
