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
    ['KP1-2K-20', { type: 'grease', nlgi: '1-2', upperC: 120, lowerC: -20 }],
    ['KP 2/3 N-30', { type: 'grease', nlgi: '2-3', lowerC: -30 }],
    ['GP 0-1 K-30', { type: 'grease', nlgi: '0-1' }],
    ['G 00-0 G-20', { type: 'semi-fluid', nlgi: '00-0' }],
    ['KPX 2 N-20', { base: 'unknown' }],
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
    ['HLP 46', { type: 'hydraulic', additives: ['inhibited', 'anti-wear'], isoVg: 46 }],
    ['HLPD 46', { type: 'hydraulic', additives: ['inhibited', 'anti-wear', 'detergent'] }],
    ['HLP-D 46', { type: 'hydraulic', additives: ['inhibited', 'anti-wear', 'detergent'], isoVg: 46 }],
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
    ['KAA 46', { type: 'refrigeration', isoVg: 46 }],
    ['KE 68', { type: 'refrigeration' }],
    ['Q 32', { type: 'heat-transfer' }],
    ['J 10', { type: 'insulating' }],
    ['FS 22', { type: 'form-release' }],
    ['R 15', { type: 'corrosion-protection' }],
    ['L 32', { type: 'heat-treatment' }],
    ['TDP 46', { type: 'turbine', additives: ['ep'] }],
  ])('%s', (designation, expected) => {
    expect(decode(designation)).toMatchObject(expected);
  });

  it.each([
    ['HM 46', { type: 'hydraulic', additives: ['inhibited', 'anti-wear'], base: 'mineral', isoVg: 46 }],
    ['HV 46', { type: 'hydraulic', isoVg: 46 }],
    ['ISO-L-HM 32', { type: 'hydraulic', isoVg: 32 }],
    ['L-CKC 220', { type: 'gear-ep', isoVg: 220 }],
    ['CKD 320', { type: 'gear-ep', additives: ['inhibited', 'ep'] }],
    ['CKB 150', { type: 'gear' }],
    ['CKE 460', { type: 'gear-compounded' }],
    ['CKS 220', { type: 'gear', base: 'unknown' }],
    ['HEES 46', { type: 'hydraulic', base: 'ester' }],
    ['HETG 32', { base: 'vegetable' }],
    ['HEPG 46', { base: 'pag' }],
    ['HEPR 68', { base: 'pao' }],
    ['HFA', { type: 'fire-resistant', base: 'water' }],
    ['HFB 100', { type: 'fire-resistant', base: 'water' }],
    ['HFC 46', { type: 'fire-resistant', isoVg: 46 }],
    ['HFDR 46', { base: 'phosphate-ester' }],
    ['HFD 46', { base: 'unknown' }],
    ['TSA 32', { type: 'turbine' }],
    ['DAH 68', { type: 'compressor' }],
    ['DVC 100', { type: 'vacuum' }],
    ['FD 10', { type: 'spindle', additives: ['inhibited', 'anti-wear'] }],
    ['GB 68', { type: 'slideway' }],
    ['HA 32', { type: 'transmission', base: 'unknown' }],
    ['ISO-L-XCCEB 2', { type: 'grease', lowerC: -30, upperC: 120, nlgi: '2', additives: ['ep'], base: 'unknown' }],
    ['L-XBDHA 1', { lowerC: -20, upperC: 140, additives: [], water: expect.stringContaining('washed') as string }],
    ['XADAB 00', { type: 'semi-fluid', lowerC: 0, nlgi: '00' }],
    ['L-X-BCHB 2', { lowerC: -20, upperC: 120 }],
  ])('%s by ISO 6743', (designation, expected) => {
    expect(decode(designation)).toMatchObject({ scheme: 'iso-6743', ...expected });
  });

  it.each([
    ['HYP 90', { scheme: 'din-51502', type: 'gear-ep', saeGrade: '90' }],
    ['HYP 80W-90', { scheme: 'din-51502', type: 'gear-ep', saeGrade: '80W-90' }],
    ['HD 30', { scheme: 'din-51502', type: 'engine', saeGrade: '30', additives: ['detergent'] }],
    ['80W-90', { scheme: 'sae', type: 'gear-ep', saeGrade: '80W-90' }],
    ['SAE 85W-140 GL-5', { scheme: 'sae', type: 'gear-ep', saeGrade: '85W-140' }],
    ['SAE 90 GL-1', { type: 'gear', additives: [] }],
    ['SAE 30', { scheme: 'sae', type: 'engine', saeGrade: '30' }],
    ['10W-40', { type: 'engine', saeGrade: '10W-40' }],
    ['75W-90', { type: 'gear-ep', saeGrade: '75W-90' }],
  ])('%s by its SAE number', (designation, expected) => {
    const decoded = decode(designation);
    expect(decoded).toMatchObject({ base: 'unknown', ...expected });
    expect(decoded.isoVg).toBeUndefined();
  });

  it.each([
    ['HLF 46', 'F does not belong to HL'],
    ['CLPD 220', 'D does not belong to C'],
    ['ANL 68', 'L does not belong to AN'],
    ['CGF 68', 'F does not belong to CG'],
  ])('%s: %s', (designation, why) => {
    expect(lubricantDecode.compute({ designation })).toMatchObject({
      ok: false,
      reason: expect.stringContaining(why) as string,
    });
  });

  it.each([
    'Fluidol 37',
    'SAE 37',
    'HD 90',
    'HM 45',
    'HX 46',
    '90',
    'CLP',
    'CLP 225',
    'KP 2 Q-20',
    'KP 2 K-25',
    'KP 7 K-20',
    'KP 1-3 K-20',
    'KP 2-1 K-20',
    '220',
    'XYZ 46',
    '',
    'K',
    'HLP 46 46',
  ])('"%s" is refused in words', (designation) => {
    expect(lubricantDecode.compute({ designation })).toMatchObject({ ok: false, fields: ['designation'] });
  });
});
