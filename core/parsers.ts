import { readDesignation } from './bearing/designations';
import { settingsOf } from './dosing/devices';
import { parseStages } from './interval/stage-words';
import { lubricantDecode } from './lubricant/decode';
import { guessMapping, parseDay, readRows } from './meter/import-rows';
import { readAmount } from './register/grid';
import { grouped, isPlainText, singleSpaced } from './text';
import { readPlate } from './viscosity/read-plate';
import { saidBeside } from './units/beside';
import { parseQuantity } from './units/parse-quantity';

const rules = { meters: [], timeZone: 'UTC', nowMs: 0 };
/** Every parser of typed text with the signs it knows: a test counts its steps, the bench times it. */
export const parsers: [name: string, alphabet: string, parse: (text: string) => unknown][] = [
  ['quantity', "0123456789 .,+-−°CFhLgozwt/³\u202f'", (text) => parseQuantity(text, 'temperature')],
  ['stages', '0123456789 ;x×ordhwks.,yearlty', parseStages],
  ['day', '0123456789-./ T:novec', parseDay],
  ['day cell of an import', '0123456789-./ T:', (text) => readRows([[text]], { day: 0 }, rules)],
  ['header of an import', 'machcodetrdyv ', (text) => guessMapping([text, text])],
  ['designation', '0123456789CKWNPEZRSMATVXHB-/., ', readDesignation],
  [
    'designation of a lubricant',
    'CLPHVGKDINTEF0123456789 -/,:',
    (designation) => lubricantDecode.compute({ designation }),
  ],
  ['plate', 'AGMSEUVIO0123456789 .,-–@°CFcstw/²', readPlate],
  ['amount', '0123456789 .,strokesgl', (text) => readAmount(text, 'grams')],
  ['settings', '0123456789,;/ ', settingsOf],
  ['spaces', ' \t\na', singleSpaced],
  ['groups', '0123456789', (text) => grouped(text, ' ')],
  ['other units beside', '0123456789 .,−-×toand°CgkmLbar/s²()', (text) => saidBeside(text, ['temperature', 'mass'])],
  ['plain text', 'a\n\t\u0001\ud800', isPlainText],
];
