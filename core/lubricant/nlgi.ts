/** Worked penetration of each NLGI number in 0.1 mm at 25 °C, and how it feels. Source: ASTM D217 / DIN 51818, NLGI numbers. */
export const nlgiRanges: Readonly<Record<string, { from: number; to: number; feel: string }>> = {
  '000': { from: 445, to: 475, feel: 'flows like thick oil' },
  '00': { from: 400, to: 430, feel: 'semi-fluid' },
  '0': { from: 355, to: 385, feel: 'very soft' },
  '1': { from: 310, to: 340, feel: 'soft' },
  '2': { from: 265, to: 295, feel: 'as most bearing greases' },
  '3': { from: 220, to: 250, feel: 'firm' },
  '4': { from: 175, to: 205, feel: 'very firm' },
  '5': { from: 130, to: 160, feel: 'hard' },
  '6': { from: 85, to: 115, feel: 'block grease' },
};

/**
 * How many NLGI numbers two greases lie apart: 000 and 1 are three apart, though both count up from nought. One that lies
 * between two numbers is half a number from either.
 * @example nlgiApart('1', '2') // 1
 * @example nlgiApart('00', '1') // 2
 * @example nlgiApart('1-2', '2') // 0.5
 */
export const nlgiApart = (a: string, b: string): number => Math.abs(placeOf(a) - placeOf(b));

function placeOf(grade: string): number {
  const order = ['000', '00', '0', '1', '2', '3', '4', '5', '6'];
  const places = grade.split('-').map((number) => order.indexOf(number));
  return places.reduce((sum, place) => sum + place, 0) / places.length;
}
