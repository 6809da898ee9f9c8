import { bearingRequiredViscosity } from './bearing/required-viscosity';
import { bearingSelectGrade } from './bearing/select-grade';
import { bearingViscosityRatio } from './bearing/viscosity-ratio';
import { greaseInterval } from './grease/interval';
import { greaseQuantity } from './grease/quantity';
import { greaseStrokes } from './grease/strokes';
import { intervalNextDue } from './interval/next-due';
import { meterForecast } from './meter/forecast';
import type { Method } from './method';
import { viscosityAtTemperature } from './viscosity/at-temperature';
import { viscosityGrade } from './viscosity/grade';
import { viscosityTemperatureFor } from './viscosity/temperature-for';
import { viscosityIndexMethod } from './viscosity/viscosity-index';

/** Every published method, in the order in which the bench shows them. Adding one here publishes it. */
export const methods = [
  // Viscosity
  viscosityAtTemperature,
  viscosityTemperatureFor,
  viscosityIndexMethod,
  viscosityGrade,
  // Rolling bearings
  bearingRequiredViscosity,
  bearingViscosityRatio,
  bearingSelectGrade,
  // Grease
  greaseQuantity,
  greaseStrokes,
  greaseInterval,
  // Intervals and meters
  intervalNextDue,
  meterForecast,
] as unknown as readonly Method[];

/** A published method by its id. */
export const findMethod = (id: string): Method | undefined => methods.find((method) => method.id === id);
