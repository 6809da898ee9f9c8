import type { Sign } from './sign-row';

const MC = 'M C';
const LC = 'L C';
const HB = 'H B';

/**
 * Signs that an instrument shows rather than the eye: a reading past its limit. Part of the table of signs, under the same
 * rules; mostly conventions of the trade.
 */
export const signsRead = {
  'too-cold': {
    words: 'colder than it should be',
    rows: [
      {
        verdict: 'watch',
        causes: ['just started', 'heater off', 'cooler open'],
        next: ['read it again after half an hour under load', 'look at heater and cooler'],
        lookAgainHours: 4,
        mark: LC,
      },
    ],
  },
  'pressure-low': {
    words: 'pressure too low',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['level low, suction draws air', 'pump worn', 'leak', 'relief valve stays open'],
        next: ['read the level', 'listen at the pump', 'read it with a second gauge'],
        lookAgainHours: 8,
        mark: MC,
      },
    ],
  },
  'pressure-high': {
    words: 'pressure too high',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['line or valve closed or blocked', 'oil cold', 'relief valve set too high'],
        next: ['look which valve is shut', 'read it again warm', 'leave its setting to those who may'],
        lookAgainHours: 8,
        mark: MC,
      },
    ],
  },
  'line-pressure-low': {
    words: 'lubricator: line does not reach its pressure',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['air in the line', 'leak in the line', 'pump', 'reservoir ran empty'],
        next: ['read its level', 'look along the line for a leak', 'bleed it at the ends until no bubble comes'],
        lookAgainHours: 8,
        mark: 'H C',
      },
    ],
  },
  'line-pressure-high': {
    words: 'lubricator: line stays over its pressure',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['line or outlet blocked', 'grease too stiff or cold'],
        next: ['look which pin does not move', 'clean that line'],
        lookAgainHours: 8,
        mark: 'H C',
      },
    ],
  },
  'precharge-low': {
    words: 'gas pre-charge low',
    grades: ['falls', 'far-below'],
    rows: [
      {
        when: { grade: ['far-below'] },
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'no',
        causes: ['gas valve', 'bladder, diaphragm or piston seal'],
        next: ['take it out of service by the site’s rules', 'call those who may work on it'],
        mark: HB,
      },
      {
        when: { grade: ['falls'] },
        verdict: 'plan',
        actBy: 'same-shift',
        restart: 'supervised',
        causes: ['gas valve', 'bladder, diaphragm or piston seal'],
        next: ['look for the leak before it is charged again', 'call those who may work on it'],
        lookAgainHours: 24,
        mark: HB,
      },
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'yes',
        causes: ['gas valve', 'bladder, diaphragm or piston seal', 'read at another temperature'],
        next: ['read it again once the gas is as warm as its surroundings', 'call those who may work on it'],
        lookAgainHours: 24,
        mark: HB,
      },
    ],
  },
  'precharge-high': {
    words: 'gas pre-charge high',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['oil side not at zero', 'charged at another temperature'],
        next: ['read it again with the oil side at zero and locked', 'call those who may work on it'],
        mark: HB,
      },
    ],
  },
  'coolant-thin': {
    words: 'coolant too thin',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['topped up with water only', 'emulsion has split', 'germs'],
        next: ['add it as premix, concentrate into water', 'read it again', 'look for germs, rust and tramp oil'],
        lookAgainHours: 24,
        mark: MC,
      },
    ],
  },
  'coolant-strong': {
    words: 'coolant too strong',
    rows: [
      {
        verdict: 'watch',
        causes: ['water has evaporated', 'mixed too strong'],
        next: ['add water or a thin premix', 'read it again', 'mind skin and foam'],
        lookAgainHours: 24,
        mark: MC,
      },
    ],
  },
  'tramp-oil': {
    words: 'oil floats on the coolant',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['way oil', 'hydraulic oil leaks in'],
        next: ['skim it: more than 2 % feeds germs', 'look where it comes from'],
        lookAgainHours: 168,
        mark: MC,
      },
    ],
  },
  'coolant-foul': {
    words: 'coolant foul or split',
    grades: ['split'],
    rows: [
      {
        when: { grade: ['split'] },
        verdict: 'plan',
        actBy: 'same-shift',
        causes: ['two concentrates', 'hard water', 'germs'],
        next: ['change it: no reading holds any more', 'clean the tank first'],
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['germs', 'tramp oil', 'too thin'],
        next: ['read concentration and pH', 'change and clean where it smells or slime hangs'],
        lookAgainHours: 24,
        mark: MC,
      },
    ],
  },
  'air-wet': {
    words: 'water in the compressed air',
    grades: ['much'],
    rows: [
      {
        when: { grade: ['much'] },
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['drain stuck', 'dryer off', 'compressor overfilled with water'],
        next: ['look at dryer and drains', 'drain it every shift meanwhile'],
        lookAgainHours: 8,
        mark: LC,
      },
      {
        verdict: 'watch',
        causes: ['drain stuck', 'dryer off'],
        next: ['drain it, look again'],
        lookAgainHours: 24,
        mark: LC,
      },
    ],
  },
  slack: {
    words: 'slack over its limit',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['worn', 'tensioner'],
        next: ['tension it isolated', 'measure ten pitches for its elongation'],
        mark: MC,
      },
    ],
  },
  tight: {
    words: 'too tight, or too little clearance',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['tensioned too far', 'swollen or hot', 'fitted wrong'],
        next: ['ease it isolated', 'feel its temperature with a probe'],
        mark: LC,
      },
    ],
  },
  worn: {
    words: 'worn to its limit',
    rows: [
      {
        verdict: 'plan',
        actBy: 'next-stop',
        causes: ['use', 'dirt', 'too little lubricant'],
        next: ['measure it again: same place, three readings, the middle one', 'order the part'],
        mark: MC,
      },
    ],
  },
  stiff: {
    words: 'turns hard',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['dry', 'dirt', 'bent'],
        next: ['clean and grease it', 'turn it through once, never by force'],
        mark: LC,
      },
    ],
  },
  'drips-fast': {
    words: 'drips faster than it should',
    rows: [
      {
        verdict: 'watch',
        causes: ['needle opened too far', 'oil warm and thin'],
        next: ['count again warm, set it'],
        lookAgainHours: 8,
        mark: MC,
      },
    ],
  },
  'use-high': {
    words: 'uses far more than usual',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['leak', 'set too high', 'level held too high'],
        next: ['look below it for oil or grease', 'read it again at the next visit'],
        lookAgainHours: 24,
        mark: MC,
      },
    ],
  },
  'use-none': {
    words: 'has used nothing',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['air lock', 'blocked', 'not set'],
        next: ['see that oil or grease arrives', 'clean its line'],
        lookAgainHours: 24,
        mark: MC,
      },
    ],
  },
} as const satisfies Record<string, Sign>;
