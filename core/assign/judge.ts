import { type MixVerdict, changeOver } from '../compat/lubricants';
import { mixingOf } from '../compat/mixing';
import { compatMaterials } from '../compat/materials';
import {
  type Additive,
  type Base,
  type Family,
  type Material,
  type Thickener,
  bases,
  families,
  materials as materialNames,
} from '../compat/vocabulary';
import { heatOfSump, isSyntheticBase } from '../gear/sump-heat';
import { computeStored, shown } from '../method';
import { isGreaseKind } from '../store/store-room';
import { assumedIndex, lineByIndex } from '../viscosity/carry';
import { isoGrades } from '../viscosity/iso-3448';
import { type WaltherLine, kvAt, waltherLine } from '../viscosity/walther';
import type { Requirement } from './requirement';

/** A lubricant as far as judging needs it. */
export type JudgedLubricant = {
  id: string;
  code: string;
  name: string;
  kind: Family;
  isoVg: number | null;
  kv40: number | null;
  kv100: number | null;
  nlgi: string | null;
  thickener: Thickener | null;
  baseOil: Base | null;
  additives: readonly Additive[];
  pourPointC: number | null;
  lowerC: number | null;
  upperC: number | null;
};

/** One thing that speaks for or against: which rule, which input caused it, in words. */
export type Finding = { level: 'suits' | 'caution' | 'stop'; rule: string; input: string; text: string };
export type Judged = {
  verdict: Verdict;
  findings: Finding[];
  /** How far its viscosity when running lies from what is proposed, as |ln| of their ratio; undefined where nothing is. */
  distance?: number;
};
/** `stop` may be overruled by a person with a name and a reason, and by nothing else. */
export type Verdict = 'suits' | 'with-care' | 'stop';

/** What a point holds: each lubricant that went in since it was last filled, none where it is empty, or nobody knows what. */
export type Contents = readonly JudgedLubricant[] | 'unknown';
/** What is at the point already, and what its lubricant touches. */
export type Surroundings = { materials: readonly Material[]; contents: Contents };

/** Shares of the viscosity that the proposed grade has when running: below the first it is too thin to be used, and so on. */
const ratios = { stop: 0.5, thin: 0.75, thick: 1.5 };
/** Viscosities are compared at the hottest usual running temperature, but never below this one, at which grades are named (°C). */
const gradeC = 40;
const hotFilmKv = 10;
const pourMarginK = 5;
const compoundedUpperC = 80;
/** Thickeners that stand water by themselves. */
const waterproof: readonly Thickener[] = [
  'calcium',
  'calcium-12-hydroxy',
  'calcium-complex',
  'calcium-sulphonate',
  'aluminium-complex',
  'lithium-complex',
  'barium-complex',
  'polyurea-shear-stable',
];

/** The viscosity–temperature line of an oil, or of a grease's base oil; undefined where its viscosity is not known. */
export function lineOf({
  kv40,
  kv100,
  isoVg,
}: Pick<JudgedLubricant, 'kv40' | 'kv100' | 'isoVg'>): WaltherLine | undefined {
  const at40 = kv40 ?? isoGrades.find((grade) => grade.isoVg === isoVg)?.mid;
  if (at40 === undefined) return undefined;
  if (kv100 === null) return lineByIndex(at40, assumedIndex);
  return kv100 >= at40 ? undefined : waltherLine({ temperatureC: 40, kv: at40 }, { temperatureC: 100, kv: kv100 });
}

/** Judges one lubricant for one point. Type first, then hard stops, then viscosity, temperature, mixing. */
export function judge(
  lubricant: JudgedLubricant,
  requirement: Requirement,
  { materials, contents }: Surroundings,
): Judged {
  const ratio = ratioOf(lubricant, requirement);
  const findings: Finding[] = [
    ...typeFindings(lubricant, requirement),
    ...additiveFindings(lubricant, requirement),
    ...materialFindings(lubricant, requirement, materials),
    ...mixingFindings(lubricant, contents),
    ...viscosityFindings(lubricant, requirement),
    ...greaseFindings(lubricant, requirement),
    ...baseFindings(lubricant, requirement),
    ...temperatureFindings(lubricant, requirement),
  ];
  const verdict: Verdict = findings.some(({ level }) => level === 'stop')
    ? 'stop'
    : findings.some(({ level }) => level === 'caution')
      ? 'with-care'
      : 'suits';
  return { verdict, findings, ...(ratio !== undefined && { distance: Math.abs(Math.log(ratio)) }) };
}

function typeFindings(
  { kind, additives }: JudgedLubricant,
  { families: wanted, typeWhy, ep, notKnown }: Requirement,
): Finding[] {
  const place = wanted.indexOf(kind);
  const findings: Finding[] = [];
  const input = `kind: ${families[kind]}`;
  if (kind === 'coolant' && !wanted.includes('coolant'))
    findings.push({
      level: 'stop',
      rule: 'Cutting fluids are never lubricants',
      input,
      text: 'A coolant or cutting oil is no lubricant.',
    });
  else if (kind === 'flushing')
    findings.push({
      level: 'stop',
      rule: 'Flushing oil is no lubricant',
      input,
      text: 'Flushing oil does not stay in a machine.',
    });
  else if (wanted.length > 0 && place < 0)
    findings.push({
      level: 'stop',
      rule: 'Type before viscosity',
      input,
      text: `${capital(families[kind])} is not what this point asks for. ${typeWhy}`,
    });
  else if (place === 0)
    findings.push({
      level: 'suits',
      rule: 'Type before viscosity',
      input,
      text: `${capital(families[kind])} is what this point asks for.`,
    });
  else if (place > 0)
    findings.push({
      level: 'suits',
      rule: 'Type before viscosity',
      input,
      text: `${capital(families[kind])} is accepted here.`,
    });
  if (notKnown) findings.push({ level: 'caution', rule: 'Not known', input: 'fields of the point', text: notKnown });
  // What cannot float on oil is carried by a grease's solids as well.
  if (ep === 'required' && !carriesEp(additives) && !(isGreaseKind(kind) && additives.includes('solid')))
    findings.push({
      level: 'caution',
      rule: 'Load or shock wants EP',
      input: 'additives: no EP',
      text: 'Steel on steel under load or shock wants extreme-pressure additives; this has none.',
    });
  if (additives.includes('detergent') && !wanted.includes('engine'))
    findings.push({
      level: 'caution',
      rule: 'Water and dirt must settle',
      input: 'additives: detergent',
      text: 'Detergent holds water and dirt in suspension.',
    });
  return findings;
}

const carriesEp = (additives: readonly Additive[]): boolean =>
  additives.includes('ep-active') || additives.includes('ep-inactive');

/** What may not be in a lubricant where clutches must grip, or balls run on tracks. */
function additiveFindings(
  { kind, additives, code }: JudgedLubricant,
  { epSlips = false, noSolids = false }: Requirement,
): Finding[] {
  const findings: Finding[] = [];
  const solid = additives.includes('solid');
  if (epSlips && (solid || carriesEp(additives) || kind === 'gear-ep'))
    findings.push({
      level: 'stop',
      rule: 'Clutches must grip',
      input: `${code}: ${solid ? 'solid lubricant' : 'EP'}`,
      text: 'Extreme-pressure additives, graphite and molybdenum make clutches, brakes and backstops slip.',
    });
  if (noSolids && solid)
    findings.push({
      level: 'caution',
      rule: 'No solids on rolling tracks',
      input: `${code}: solid lubricant`,
      text: 'Graphite and molybdenum build up on the tracks: the elements jam or wear. Only where the maker asks for it.',
    });
  return findings;
}

function materialFindings(
  { kind, baseOil, additives, code }: JudgedLubricant,
  { ep, epSlips = false }: Requirement,
  materials: readonly Material[],
): Finding[] {
  // A requirement that forbids EP does so for bronze unless clutches are why, whether or not bronze was ticked among the materials.
  const forBronze = ep === 'forbidden' && !epSlips && !materials.includes('bronze');
  const touched = forBronze ? (['bronze', ...materials] as const) : materials;
  if (touched.length === 0) return [];
  // Of an EP oil that nobody looked into, the worst is assumed.
  const isDeclared = carriesEp(additives);
  const knownAdditives: Additive[] = kind === 'gear-ep' && !isDeclared ? [...additives, 'ep-active'] : [...additives];
  const run = computeStored(compatMaterials, {
    fluid: { base: baseOil ?? 'unknown', additives: knownAdditives },
    materials: [...touched],
  });
  if (!run.ok) return [];
  return run.result.byMaterial
    .filter(({ verdict }) => verdict !== 'suits')
    .map(({ material, verdict, reason }) => ({
      level: verdict === 'never' ? ('stop' as const) : ('caution' as const),
      rule:
        material === 'bronze' || material === 'brass' || material === 'copper'
          ? 'No active sulphur on copper alloys'
          : 'What the lubricant touches',
      input: `${code} on ${materialNames[material]}`,
      text: reason,
    }));
}

/** What nobody knows is taken for something like the lubricant, of a base oil that nobody entered; a coolant is of water. */
const somethingLike = ({ kind }: JudgedLubricant) =>
  ({ id: '', kind, baseOil: kind === 'coolant' ? 'water' : null, thickener: null, additives: [] }) as const;

function mixingFindings(lubricant: JudgedLubricant, contents: Contents): Finding[] {
  if (contents === 'unknown') {
    const { verdict, reasons } = mixingOf(somethingLike(lubricant), lubricant);
    const words = ['What is in there is not known by the book.', ...(verdict === 'never' ? reasons : [])];
    return mixingFinding(`${lubricant.code} onto what is not known`, verdict, words, isGreaseKind(lubricant.kind));
  }
  return contents.flatMap((inside) => {
    const { verdict, reasons } = mixingOf(inside, lubricant);
    const greased = isGreaseKind(lubricant.kind) || isGreaseKind(inside.kind);
    return mixingFinding(
      `${lubricant.code} onto ${inside.code}`,
      verdict,
      [`${inside.code} is in there.`, ...reasons],
      greased,
    );
  });
}

function mixingFinding(input: string, verdict: MixVerdict, words: string[], greased: boolean): Finding[] {
  if (verdict === 'same') return [];
  const first = greased ? 'Take the old grease out first' : 'Drain first';
  const flush =
    verdict === 'never'
      ? changeOver(greased)
      : verdict === 'test-first'
        ? `${first}; test a mixture or ask the supplier before they meet.`
        : `${first} and change over ${greased ? 'when the point is opened' : 'at an oil change'}.`;
  return [
    {
      level: verdict === 'never' ? 'stop' : 'caution',
      rule: 'Only top up with what is in there',
      input,
      text: [...words, flush].join(' '),
    },
  ];
}

function viscosityFindings(lubricant: JudgedLubricant, wanted: Requirement): Finding[] {
  const line = lineOf(lubricant);
  const greased = isGreaseKind(lubricant.kind);
  const hot = line && (kappaFinding(line, wanted) ?? (greased ? undefined : hotFilmFinding(line, wanted)));
  const cold = line && !greased ? coldStartFinding(line, wanted) : undefined;
  return [greased ? undefined : gradeFinding(lubricant, wanted, cold !== undefined), hot, cold].filter(
    (finding) => finding !== undefined,
  );
}

/** Where viscosities are compared: at the hottest usual running temperature, where grades mislead less than at 40 °C. */
const comparedAt = ({ runningC }: Requirement): number => Math.max(gradeC, runningC ?? gradeC);

/**
 * Viscosity of an oil when running over what the proposed grade (VI 95) has there: a polyglycol of VG 460 is thicker at 88 °C
 * than a mineral oil of VG 680. Undefined for greases, and where nothing is proposed or known.
 */
function ratioOf(lubricant: JudgedLubricant, wanted: Requirement): number | undefined {
  const line = isGreaseKind(lubricant.kind) ? undefined : lineOf(lubricant);
  const proposed = lineOf({ kv40: null, kv100: null, isoVg: wanted.isoVg ?? null });
  const at = comparedAt(wanted);
  return line && proposed && kvAt(line, at) / kvAt(proposed, at);
}

function gradeFinding(lubricant: JudgedLubricant, wanted: Requirement, isTooColdToStart: boolean): Finding | undefined {
  if (wanted.isoVg === undefined) return undefined;
  const rule = 'Viscosity when running';
  const ratio = ratioOf(lubricant, wanted);
  if (ratio === undefined)
    return {
      level: 'caution',
      rule,
      input: `${lubricant.code}: viscosity not said`,
      text: `Whether it is as thick as the VG ${wanted.isoVg} proposed is not known.`,
    };
  const at = comparedAt(wanted);
  const kv = kvAt(lineOf(lubricant)!, at);
  const finding = {
    rule,
    input: `${rough(kv)} mm²/s at ${shown(at)} °C${wanted.runningC === undefined ? ', running temperature not known' : ''}`,
  };
  const words = `At ${shown(at)} °C it has ${rough(kv)} mm²/s, ${Math.round(ratio * 100)} % of what the VG ${wanted.isoVg} proposed has there`;
  if (ratio < ratios.stop) return { ...finding, level: 'stop', text: `${words}: too thin to keep the metals apart.` };
  if (ratio < ratios.thin) return { ...finding, level: 'caution', text: `${words}: thin.` };
  if (ratio > ratios.thick)
    return isTooColdToStart
      ? { ...finding, level: 'stop', text: `${words}, and it is too thick to start with.` }
      : { ...finding, level: 'caution', text: `${words}: thick; it costs drag and heat.` };
  return wanted.runningC === undefined
    ? { ...finding, level: 'caution', text: `${words}. How warm it runs is not known: give the running temperature.` }
    : { ...finding, level: 'suits', text: `${words}.` };
}

type Line = NonNullable<ReturnType<typeof lineOf>>;

function kappaFinding(line: Line, { nu1, runningC }: Requirement): Finding | undefined {
  if (nu1 === undefined || runningC === undefined) return undefined;
  const kappa = kvAt(line, runningC) / nu1;
  const [level, words]: [Finding['level'], string] =
    kappa < 0.4
      ? [
          'caution',
          ': below 0.4 the metals touch. Slow bearings live so on EP or solid additives and short intervals; others want a thicker oil.',
        ]
      : kappa < 1
        ? ['caution', ': the film breaks at times; EP or anti-wear additives must help.']
        : kappa > 4
          ? ['caution', ': above 4 only drag and heat are gained.']
          : ['suits', ' keeps the surfaces apart.'];
  return {
    level,
    rule: 'Viscosity ratio κ',
    input: `${rough(kvAt(line, runningC))} mm²/s at ${shown(runningC)} °C`,
    text: `κ ${rough(kappa)}${words}`,
  };
}

function hotFilmFinding(line: Line, { runningC }: Requirement): Finding | undefined {
  const hot = runningC === undefined ? Infinity : kvAt(line, runningC);
  return hot < hotFilmKv
    ? {
        level: 'caution',
        rule: 'Hot film',
        input: `${rough(hot)} mm²/s at ${shown(runningC!)} °C`,
        text: `Only ${rough(hot)} mm²/s are left when running; below ${hotFilmKv} the film is lost.`,
      }
    : undefined;
}

function coldStartFinding(line: Line, { startLimit, coldestC }: Requirement): Finding | undefined {
  if (startLimit === undefined) return undefined;
  const cold = kvAt(line, coldestC);
  return cold <= startLimit
    ? undefined
    : {
        level: 'caution',
        rule: 'Cold start',
        input: `${Number.isFinite(cold) ? rough(cold) : 'no flow'} mm²/s at ${shown(coldestC)} °C`,
        text: `Too thick to get where it must at ${shown(coldestC)} °C (${shown(startLimit)} at most): warm it before the start.`,
      };
}

function greaseFindings(
  { kind, nlgi, thickener, code, kv40 }: JudgedLubricant,
  { nlgi: wanted, wet, leastBaseKv40 }: Requirement,
): Finding[] {
  if (!isGreaseKind(kind)) return [];
  const findings: Finding[] = [];
  if (wanted && nlgi !== null)
    findings.push(
      wanted.includes(nlgi)
        ? { level: 'suits', rule: 'NLGI number', input: `NLGI ${nlgi}`, text: `NLGI ${nlgi} suits.` }
        : {
            level: 'caution',
            rule: 'NLGI number',
            input: `NLGI ${nlgi}`,
            text: `NLGI ${wanted.join(' or ')} would suit better.`,
          },
    );
  if (leastBaseKv40 !== undefined && !(kv40 !== null && kv40 >= leastBaseKv40))
    findings.push({
      level: 'caution',
      rule: 'Base oil of the grease',
      input: `${code}: ${kv40 === null ? 'base oil not said' : `${rough(kv40)} mm²/s at 40 °C`}`,
      text: `At least ${shown(leastBaseKv40)} mm²/s at 40 °C are wanted here; a thinner base oil is flung out of the grease.`,
    });
  if (wet)
    findings.push(
      thickener && waterproof.includes(thickener)
        ? { level: 'suits', rule: 'Water', input: `${code}, ${thickener}`, text: 'Its thickener stands water.' }
        : {
            level: 'caution',
            rule: 'Water',
            input: `${code}, ${thickener ?? 'thickener not said'}`,
            text: 'Water at the point: this thickener washes out or softens.',
          },
    );
  return findings;
}

/** What the table asks of the base oil, and what the heat of a gear’s sump says against it. */
function baseFindings(
  { kind, baseOil, code }: JudgedLubricant,
  { baseRequired, isGearSump, runningC }: Requirement,
): Finding[] {
  if (isGreaseKind(kind)) return [];
  const synthetic = isSyntheticBase(baseOil ?? 'unknown');
  const input = `${code}: ${baseOil === null ? 'base oil not said' : bases[baseOil]}`;
  const heat = isGearSump && runningC !== undefined ? heatOfSump(synthetic, runningC) : undefined;
  return [
    ...(baseRequired && !synthetic
      ? [
          {
            level: 'stop' as const,
            rule: 'Synthetic asked for',
            input,
            text: 'The table asks for a synthetic oil in this cold or heat.',
          },
        ]
      : []),
    ...(heat ? [{ level: heat.level, rule: 'Base oil in the heat', input, text: heat.text }] : []),
  ];
}

function temperatureFindings(
  { kind, upperC, lowerC, pourPointC, additives }: JudgedLubricant,
  { runningC, coldestC }: Requirement,
): Finding[] {
  const findings: Finding[] = [];
  if (upperC !== null && runningC !== undefined && runningC > upperC)
    findings.push({
      level: 'stop',
      rule: 'Upper limit',
      input: `${shown(runningC)} °C, limit ${shown(upperC)} °C`,
      text: `The point runs at ${shown(runningC)} °C, above the ${shown(upperC)} °C this is made for.`,
    });
  if (lowerC !== null && coldestC < lowerC)
    findings.push({
      level: 'caution',
      rule: 'Lower limit',
      input: `${shown(coldestC)} °C, limit ${shown(lowerC)} °C`,
      text: `It may get ${shown(coldestC)} °C; this is made for ${shown(lowerC)} °C and above.`,
    });
  if (pourPointC !== null && coldestC < pourPointC + pourMarginK)
    findings.push({
      level: 'caution',
      rule: 'Pour point',
      input: `${shown(coldestC)} °C, pour point ${shown(pourPointC)} °C`,
      text: `At ${shown(coldestC)} °C it is within ${pourMarginK} K of its pour point: warm it before the start.`,
    });
  if (
    kind === 'gear-compounded' &&
    additives.includes('compounded') &&
    runningC !== undefined &&
    runningC > compoundedUpperC
  )
    findings.push({
      level: 'caution',
      rule: 'Compounded oil and heat',
      input: `${shown(runningC)} °C`,
      text: `A compounded oil loses its fat above ${compoundedUpperC} °C.`,
    });
  return findings;
}

/** A viscosity or κ as far as anybody knows it. */
const rough = (value: number): string => shown(Number(value.toPrecision(3)));

const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

const rank: Record<Verdict, number> = { suits: 0, 'with-care': 1, stop: 2 };

/** Candidates best first: by verdict, how well the kind fits, how near the viscosity comes when running, the fewest cautions. */
export function byFitness<Candidate extends { lubricant: JudgedLubricant; judged: Judged }>(
  candidates: readonly Candidate[],
  { families: wanted }: Requirement,
): Candidate[] {
  const place = ({ lubricant }: Candidate) =>
    wanted.includes(lubricant.kind) ? wanted.indexOf(lubricant.kind) : wanted.length;
  // Of what is not known the worst is assumed, as far as something is proposed.
  const away = ({ judged }: Candidate) => judged.distance ?? Number.MAX_VALUE;
  const cautions = ({ judged }: Candidate) => judged.findings.filter(({ level }) => level === 'caution').length;
  return [...candidates].sort(
    (a, b) =>
      rank[a.judged.verdict] - rank[b.judged.verdict] ||
      place(a) - place(b) ||
      away(a) - away(b) ||
      cautions(a) - cautions(b) ||
      a.lubricant.code.localeCompare(b.lubricant.code),
  );
}
