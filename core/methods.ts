import { bearingFromDesignation } from './bearing/from-designation';
import { bearingRequiredViscosity } from './bearing/required-viscosity';
import { bearingSelectGrade } from './bearing/select-grade';
import { bearingViscosityRatio } from './bearing/viscosity-ratio';
import { compatLubricants } from './compat/lubricants';
import { compatMaterials } from './compat/materials';
import { conditionAssess } from './condition/assess';
import { conditionTemperatureRise } from './condition/temperature-rise';
import { gasPrecharge } from './condition/gas-precharge';
import { wearLimitForecast } from './condition/wear-limit-forecast';
import { coolantCorrect } from './dosing/coolant-correct';
import { dripRate } from './dosing/drip-rate';
import { lubricatorSetting } from './dosing/lubricator-setting';
import { gearSelectGrade } from './gear/select-grade';
import { greaseGunCalibration } from './grease/gun-calibration';
import { greaseInitialFill } from './grease/initial-fill';
import { greaseInterval } from './grease/interval';
import { greaseQuantity } from './grease/quantity';
import { greaseStrokes } from './grease/strokes';
import { intervalNextDue } from './interval/next-due';
import { lubricantDecode } from './lubricant/decode';
import { meterForecast } from './meter/forecast';
import type { Method } from './method';
import { oilFill } from './oil/fill';
import { oilLife } from './oil/life';
import { routeOrder } from './route/order';
import { sumpFlush } from './sump/flush';
import { sumpLedger } from './sump/ledger';
import { viscosityAtTemperature } from './viscosity/at-temperature';
import { viscosityBlend } from './viscosity/blend';
import { viscosityGrade } from './viscosity/grade';
import { viscosityTemperatureFor } from './viscosity/temperature-for';
import { viscosityTranslate } from './viscosity/translate';
import { viscosityIndexMethod } from './viscosity/viscosity-index';
import { planLevel } from './weeks/level';

type Group = { title: string; methods: readonly unknown[] };

const groups: readonly Group[] = [
  {
    title: 'Viscosity',
    methods: [
      viscosityTranslate,
      viscosityGrade,
      viscosityAtTemperature,
      viscosityTemperatureFor,
      viscosityIndexMethod,
      viscosityBlend,
    ],
  },
  { title: 'Lubricants and what they touch', methods: [lubricantDecode, compatLubricants, compatMaterials] },
  {
    title: 'Rolling bearings',
    methods: [bearingFromDesignation, bearingRequiredViscosity, bearingViscosityRatio, bearingSelectGrade],
  },
  {
    title: 'Grease',
    methods: [greaseQuantity, greaseInitialFill, greaseStrokes, greaseGunCalibration, greaseInterval],
  },
  { title: 'Gears and oil', methods: [gearSelectGrade, oilFill, oilLife] },
  { title: 'What is in a sump', methods: [sumpLedger, sumpFlush] },
  {
    title: 'Condition',
    methods: [conditionAssess, conditionTemperatureRise, gasPrecharge, wearLimitForecast],
  },
  { title: 'Dosing', methods: [dripRate, lubricatorSetting, coolantCorrect] },
  { title: 'Intervals and meters', methods: [intervalNextDue, meterForecast] },
  { title: 'Routes and weeks', methods: [routeOrder, planLevel] },
];

/** Every published method under its subject, as the bench shows them. Adding one here publishes it. */
export const methodGroups = groups as readonly { title: string; methods: readonly Method[] }[];

export const methods: readonly Method[] = methodGroups.flatMap((group) => group.methods);

/** A published method by its id. */
export const findMethod = (id: string): Method | undefined => methods.find((method) => method.id === id);
