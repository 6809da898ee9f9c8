import { describe, expect, it } from 'vitest';
import { resultOf } from '../testing';
import { lubricantDecode } from './decode';

const decode = (designation: string) => resultOf(lubricantDecode.compute({ designation }));

describe('greases', () => {
  it.each([
    ['KP 2 K-20', { type: 'grease', additives: ['ep'], base: 'mineral', nlgi: '2', upperC: 120, lowerC: -20 }],
    ['KP2K-20', { nlgi: '2', upperC: 120, lowerC: -20 }],
    ['K 3 N −30', { additives: [], nlgi: '3', upperC: 140, lowerC: -30 }],
    ['KPHC 1 P-40', { base: 'pao', additives: ['ep'], nlgi: '1', upperC: 160, lowerC: -40 }],
    ['KPF 2 M-20', { additives: ['ep', 'solid'], upperC: 120 }],
    ['KFK 2 U-20', { base: 'pfpe', upperC: 221 }],
    ['GP 00 G-40', { type: 'semi-fluid', nlgi: '00', upperC: 100, lowerC: -40 }],
    ['G 000 G-40', { type: 'semi-fluid', nlgi: '000' }],
    ['OGPF 1 S-30', { type: 'grease', nlgi: '1', upperC: 200 }],
    ['M 2 C-10', { nlgi: '2', upperC: 60, lowerC: -10 }],
  ])('%s', (designation, expected) => {
    expect(decode(designation)).toMatchObject(expected);
  });

  it('tell how they stand in water', () => {
    expect(decode('KP 2 K-20').water).toContain('0-40 or 1-40');
    expect(decode('KP 2 M-20').water).toContain('2-40 or 3-40');
    expect(decode('KP 2 N-20').water).toContain('agreement');
  });

  it('explain every letter', () => {
    expect(decode('KP 2 K-20').letters.map(({ part }) => part)).toEqual(['K', 'P', '2', 'K', '-20']);
  });
});

describe('oils', () => {
  it.each([
    ['CLP 220', { type: 'gear-ep', additives: ['inhibited', 'ep'], base: 'mineral', isoVg: 220 }],
    ['CLP PG 460', { type: 'gear-ep', base: 'pag', isoVg: 460 }],
    ['CLP HC 320', { base: 'pao' }],
    ['CLPF 100', { additives: ['inhibited', 'ep', 'solid'] }],
    ['CL 68', { type: 'circulating', additives: ['inhibited'] }],
    ['C 100', { type: 'circulating', additives: [] }],
    ['HLP 46', { type: 'hydraulic', additives: ['inhibited', 'ep'], isoVg: 46 }],
    ['HLPD 46', { type: 'hydraulic', additives: ['inhibited', 'ep', 'detergent'] }],
    ['HLP-D 46', { type: 'hydraulic', additives: ['inhibited', 'ep', 'detergent'], isoVg: 46 }],
    ['C-LP 220', { type: 'gear-ep', isoVg: 220 }],
    ['CLP-HC 320', { base: 'pao', isoVg: 320 }],
    ['HVLP 32', { type: 'hydraulic', isoVg: 32 }],
    ['HL 22', { type: 'hydraulic', additives: ['inhibited'] }],
    ['CGLP 68', { type: 'slideway', additives: ['inhibited', 'ep'], isoVg: 68 }],
    ['VDL 100', { type: 'compressor', isoVg: 100 }],
    ['TD 46', { type: 'turbine' }],
    ['AN 68', { type: 'circulating' }],
    ['DIN 51517 CLP 150', { isoVg: 150 }],
    ['DIN 51517-3 CLP 150', { type: 'gear-ep', isoVg: 150 }],
    ['DIN 51517-CLP PG 220', { base: 'pag', isoVg: 220 }],
    ['HLP 46 DIN 51524 T2', { type: 'hydraulic', isoVg: 46 }],
    ['KP 2 K-20, DIN 51825', { type: 'grease', upperC: 120, lowerC: -20 }],
  ])('%s', (designation, expected) => {
    expect(decode(designation)).toMatchObject(expected);
  });

  it.each([
    'Fluidol 37',
    'CLP',
    'CLP 225',
    'KP 2 Q-20',
    'KP 2 K-25',
    'KP 7 K-20',
    '220',
    'XYZ 46',
    '',
    'K',
    'HLP 46 46',
  ])('"%s" is refused in words', (designation) => {
    expect(lubricantDecode.compute({ designation })).toMatchObject({ ok: false, fields: ['designation'] });
  });
});
