import { centralLubricatorCheck, centralLubricatorRefill, centralLubricatorBleed } from './shipped/central-lubricator';
import { chainOil } from './shipped/chain';
import { compressorOilChange } from './shipped/compressor-oil-change';
import { compressorTopUp } from './shipped/compressor-top-up';
import { overnightDrain, overnightDrainEnd, drainWater, cleanBeforeOpening } from './shipped/draining';
import { filterDuplex } from './shipped/filter-duplex';
import { filterOnTheRun } from './shipped/filter-on-the-run';
import { filterStopped } from './shipped/filter-stopped';
import { greaseCup } from './shipped/grease-cup';
import {
  boltsAndMarks,
  measureWear,
  turnPart,
  breather,
  strainer,
  magnet,
  dailyLook,
  fillByHand,
} from './shipped/mechanical';
import { oilChangeCirculating } from './shipped/oil-change-circulating';
import { oilChangeHydraulic } from './shipped/oil-change-hydraulic';
import { oilChangeSplashGear } from './shipped/oil-change-splash-gear';
import { oilChangeWormUnit } from './shipped/oil-change-worm-unit';
import { openGearFilm } from './shipped/open-gear';
import { valveStem, sealPot, coolantCorrection, oilSample, precharge } from './shipped/process-side';
import { purgeWithRelief } from './shipped/purge-with-relief';
import { regreaseRunning, regreaseStopped } from './shipped/regrease';
import { singlePointExchange } from './shipped/single-point-exchange';
import { ringOiler, dripOiler, bottleOiler } from './shipped/sleeve-bearings';
import { startUp, firstFill, fillFromBelow, flush } from './shipped/starting';
import { topUp } from './shipped/top-up';
import { slideway, leadScrew, handOiled } from './shipped/ways';
import type { Procedure } from './step';

/** Every procedure that comes with the book, by its code. A plant writes its own beside them, and says how they differ. */
export const shippedProcedures: ReadonlyMap<string, Procedure> = new Map(
  [
    centralLubricatorCheck,
    centralLubricatorRefill,
    centralLubricatorBleed,
    chainOil,
    compressorOilChange,
    compressorTopUp,
    overnightDrain,
    overnightDrainEnd,
    drainWater,
    cleanBeforeOpening,
    filterDuplex,
    filterOnTheRun,
    filterStopped,
    greaseCup,
    boltsAndMarks,
    measureWear,
    turnPart,
    breather,
    strainer,
    magnet,
    dailyLook,
    fillByHand,
    oilChangeCirculating,
    oilChangeHydraulic,
    oilChangeSplashGear,
    oilChangeWormUnit,
    openGearFilm,
    valveStem,
    sealPot,
    coolantCorrection,
    oilSample,
    precharge,
    purgeWithRelief,
    regreaseRunning,
    regreaseStopped,
    singlePointExchange,
    ringOiler,
    dripOiler,
    bottleOiler,
    startUp,
    firstFill,
    fillFromBelow,
    flush,
    topUp,
    slideway,
    leadScrew,
    handOiled,
  ].map((each) => [each.code, each]),
);
