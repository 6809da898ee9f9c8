import { caution, close, look, mustBe, open, procedure, putIn, reach, read, say, wait } from '../build';

export const valveStem = procedure({
  code: 'valve-stem',
  title: 'Grease a valve stem',
  takes: ['brush', 'stem grease', 'cloth'],
  steps: [
    caution('clean', 'The medium stands behind the stem, hot or under pressure: never loosen the gland for it.'),
    say('clean', 'Clean the thread with brush and cloth.'),
    putIn('give', 'A thin film over the whole thread.'),
    say('move', 'Where the operator allows it now, he moves it a turn and back: does it go evenly?'),
    look('leak', 'leak', 'Does the gland weep?'),
  ],
});

export const sealPot = procedure({
  code: 'seal-pot',
  title: 'Seal pot: level and pressure',
  takes: ['hand pump with this fluid', 'goggles'],
  steps: [
    read('level', 'level', '%', 'Level between the marks. Falling goes through the inner seal, rising is the process.'),
    read('pressure', 'pressure', 'bar', 'Pressure over that of the pump.'),
    caution('fill', 'Never relieve the pot while the pump runs: it is the seal’s pressure.'),
    putIn('fill', 'By the built-in hand pump, to the mark.'),
    look('leak', 'leak', 'Seal and lines dry?'),
  ],
});

export const coolantCorrection = procedure({
  code: 'coolant',
  title: 'Coolant: measure and correct',
  source: 'Limits S German TRGS 611, else M C',
  takes: ['refractometer', 'plant water', 'test strips', 'mixing can'],
  steps: [
    caution('zero', 'Skin: gloves and goggles while nothing turns, and the plant’s skin plan.'),
    say('zero', 'Zero the refractometer with plant water.'),
    read('concentration', 'concentration', '%', 'Read it; the book applies the factor of this coolant.'),
    look('tank', 'coolant', 'Film of oil, slime, smell, layers?'),
    say('strips', 'pH and nitrite where they are due.'),
    putIn('give', 'As premix, concentrate into water. Not all at once where it is over 2 % of the tank.'),
    read('again', 'concentration', '%', 'Mixed through: read it again.', 'Concentration, mixed through'),
  ],
});

export const oilSample = procedure({
  code: 'oil-sample',
  version: 2,
  writes: 'sample',
  title: 'Oil sample for the laboratory',
  source: 'H S/B, in the spirit of ASTM D4057 and ISO 4021',
  takes: ['clean bottle', 'label', 'hose', 'cup for what is flushed'],
  steps: [
    mustBe('when', 'Running, or stopped half an hour at most, and no fresh oil for 24 h?'),
    caution('open-port', 'A high-pressure port only through a reducing sampling valve.'),
    open('port', 'Sampling port', 'may', 'The same port as ever, in the live zone. Clean it, cap off.'),
    say('flush-port', 'Let five to ten times the dead volume run into the cup.'),
    say('bottle', 'Bottle three quarters full, capped at once.'),
    close('port', 'Port shut and capped.'),
    say('label', 'Label: point, oil, hours on oil and machine, litres topped up since, filter changed?'),
    say('send', 'To the laboratory within 48 h.'),
  ],
});

export const precharge = procedure({
  code: 'pre-charge',
  title: 'Gas pre-charge of an accumulator',
  source: 'Practice of the trade (H B)',
  people: 2,
  takes: ['gauge set for the gas port', 'nitrogen with its reducer', 'soapy water'],
  steps: [
    mustBe('trained', 'Are you trained and allowed for it? A pressure vessel has a law and dates of its own.'),
    caution('oil-side', 'Nitrogen only: air or oxygen with oil explodes.'),
    reach('oil-side', 'isolated-depressurised', 'Locked, oil side at zero, a minute later still zero.'),
    open('gas-cap', 'Cap of the gas port', 'never', 'Cap off, gauge on.'),
    wait('gas-warm', 15, 'Let the gas become as warm as its surroundings.', 'its pressure goes with its temperature'),
    read('precharge', 'precharge', 'bar', 'Read it; the book brings it to 20 °C.'),
    close('gas-cap', 'Cap on with its torque, soap on it: no bubbles.'),
  ],
});
