import { describe, expect, it } from 'vitest';
import { type Certificate, certifiable, certificateStands, notTheirs, whyNotTheirs } from './certificates';

const day = '2026-03-01';
const paper = (endsOn: string, who: Certificate['who'] = 'mechanic', name = 'Lifting gear'): Certificate => ({
  name,
  who,
  endsOn,
});

describe('certificates', () => {
  it.each([
    ['nobody has said', {}, undefined],
    ['not entered', { mayDo: ['technician' as const] }, 'is not entered for it'],
    ['entered, no paper needed', { mayDo: ['mechanic' as const] }, undefined],
    ['the paper holds', { mayDo: ['mechanic' as const], certificates: [paper('2026-03-02')] }, undefined],
    ['its last day', { mayDo: ['mechanic' as const], certificates: [paper(day)] }, undefined],
    [
      'ended',
      { mayDo: ['mechanic' as const], certificates: [paper('2026-02-28')] },
      'had Lifting gear until 2026-02-28',
    ],
    [
      'one of two holds',
      { mayDo: ['mechanic' as const], certificates: [paper('2026-02-28'), paper('2027-01-01')] },
      undefined,
    ],
    [
      'a paper for something else',
      { mayDo: ['mechanic' as const], certificates: [paper('2020-01-01', 'authorised-service')] },
      undefined,
    ],
    [
      'ended, where nobody has said whose work',
      { certificates: [paper('2026-02-28')] },
      'had Lifting gear until 2026-02-28',
    ],
  ])('%s', (_, person, why) => expect(whyNotTheirs(person, 'mechanic', day)).toBe(why));

  it.each([
    ['2026-02-28', 'ended'],
    [day, 'ends soon'],
    ['2026-04-30', 'ends soon'],
    ['2026-05-01', 'holds'],
  ])('that ends on %s %s', (endsOn, stands) => expect(certificateStands(paper(endsOn), day)).toBe(stands));

  it('say of all work what is not theirs', () => {
    expect(notTheirs({ mayDo: ['technician', 'mechanic'], certificates: [paper('2026-02-28')] }, day)).toEqual({
      mechanic: 'had Lifting gear until 2026-02-28',
      'authorised-service': 'is not entered for it',
    });
  });

  it('are for no work that everybody may do', () => {
    expect(Object.keys(certifiable)).toEqual(['technician', 'mechanic', 'authorised-service']);
  });
});
