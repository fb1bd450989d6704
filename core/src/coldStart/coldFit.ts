import { ageFromCapability } from '../circuit/batteryAge';
import { crankRpm, modelCableOhms, OIL_PER_KELVIN } from '../circuit/starterModel';
import {
  areContactsChangedSince,
  isChargedSince,
  isSideChangedSince,
  isStarterChangedSince,
  type PastVisit,
} from '../history/series';
import type { BatteryFigure } from '../history/visitFigures';
import { batteryCca, isSeriesBank } from '../unit/bank';
import { positions } from '../unit/points';
import type { Unit } from '../unit/unit';

/** A figure with how sure it is: its standard deviation. */
export interface Guess {
  readonly mean: number;
  readonly deviation: number;
}

/** A unit's cold start as its own readings tell it. */
export interface ColdFit {
  /** In order; `age` and `charge` have one guess for each. */
  readonly positions: readonly string[];
  readonly age: Readonly<Record<string, Guess>>;
  /** 0 to 1. */
  readonly charge: Readonly<Record<string, Guess>>;
  /** Sides of the starter circuit, milliohms at 20 °C. */
  readonly cable: Readonly<Record<'positive' | 'negative', Guess>>;
  readonly contact: Guess;
  readonly linkMilliohm: number;
  /** The unit's own crank, when amperes were read: how much its engine asks for. */
  readonly crank: {
    readonly amps: number;
    readonly starterVolts: number;
    readonly celsius: number;
    /** Of the contacts it was read with: new ones since then change nothing of what the engine asked for. */
    readonly contact: Guess;
  } | null;
  readonly oilPerKelvin: Guess;
}

/** Either what the readings carry, or what they lack in words. */
export type ColdFitResult =
  | { readonly kind: 'fit'; readonly fit: ColdFit }
  | { readonly kind: 'unsaid'; readonly lacks: readonly string[] };

const AGE_SHARE = 0.03;
const CHARGE_DEVIATION = 0.04;
const USUAL_CHARGE = 0.9;
const CABLE_SHARE = 0.02;
const CABLE_MILLIOHM = 0.01;
const SOUND_CONTACT: Guess = { mean: 0.1, deviation: 0.05 };
const contactOf = (milliohm: number | undefined): Guess =>
  milliohm === undefined ? SOUND_CONTACT : { mean: milliohm, deviation: 0.03 + CABLE_SHARE * milliohm };
/** How far the thickening of oil may lie from the textbook's, a kelvin. */
const OIL_DEVIATION = 0.004;
/** Readings older than this tell of another winter. */
const LONGEST_MS = 400 * 86_400_000;
const USUAL_CELSIUS = 10;

/** Under this the engine hardly turned: such a crank tells of a seized or frozen machine, not of its oil. */
const LEAST_CRANK_RPM = 20;

/**
 * Fits a unit's cold start to its own readings. What was repaired since it was read carries nothing over.
 * @param visits of this unit with what was repaired in them, latest first
 * @param isPresent whether a figure at a position is of the battery that sits there now
 * @param nowMs moment of asking, milliseconds since 1970
 */
export const fitForCold = (
  unit: Unit,
  visits: readonly Pick<PastVisit, 'figures' | 'repairs'>[],
  isPresent: (position: string, figure: BatteryFigure) => boolean,
  nowMs: number,
): ColdFitResult => {
  const recent = visits.flatMap(({ figures }) => (nowMs - Date.parse(figures.at) < LONGEST_MS ? [figures] : []));
  const lacks: string[] = [];
  const age: Record<string, Guess> = {};
  const charge: Record<string, Guess> = {};
  for (const position of positions(unit)) {
    const read = recent.flatMap(({ batteries }): BatteryFigure[] => {
      const own = batteries[position];
      return own !== undefined && isPresent(position, own) ? [own] : [];
    });
    const loaded = read.find(({ capabilityPercent }) => capabilityPercent !== undefined);
    const battery = unit.bank.batteries.find((candidate) => candidate.position === position);
    if (battery === undefined || batteryCca(battery) === null) {
      lacks.push(`the rating of battery ${position}`);
      continue;
    }
    const resting = read.find(({ stateOfChargePercent }) => stateOfChargePercent !== undefined);
    const known =
      resting === undefined || isChargedSince(unit, visits, position, Date.parse(resting.at))
        ? undefined
        : resting.stateOfChargePercent;
    const full = (known ?? 100 * USUAL_CHARGE) / 100;
    charge[position] = { mean: full, deviation: CHARGE_DEVIATION };
    if (loaded === undefined) {
      lacks.push(`a load test of battery ${position}`);
      continue;
    }
    const mean = ageFromCapability(
      loaded.capabilityPercent!,
      loaded.celsius ?? USUAL_CELSIUS,
      (loaded.stateOfChargePercent ?? 100 * USUAL_CHARGE) / 100,
    );
    age[position] = { mean, deviation: AGE_SHARE * mean };
  }
  const side = (name: 'positive' | 'negative'): Guess => {
    const read = recent.find(({ starterMilliohm }) => starterMilliohm[name] !== undefined);
    const mean =
      read === undefined || isSideChangedSince(visits, name, Date.parse(read.readAt[`starter.${name}`] ?? read.at))
        ? undefined
        : read.starterMilliohm[name];
    if (mean === undefined) {
      lacks.push(`the volts lost on the ${name} side of the starter cables`);
      return { mean: 0, deviation: 0 };
    }
    return { mean, deviation: CABLE_SHARE * mean + CABLE_MILLIOHM };
  };
  const cable = { positive: side('positive'), negative: side('negative') };
  if (lacks.length > 0) return { kind: 'unsaid', lacks };
  const contacts = recent.find(({ contactMilliohm }) => contactMilliohm !== undefined);
  const asRead = contactOf(contacts?.contactMilliohm);
  const areOthers =
    contacts !== undefined &&
    areContactsChangedSince(visits, Date.parse(contacts.readAt['starter.contacts'] ?? contacts.at));
  const cranked = recent.find(
    ({ crank, ambientC, at, readAt }) =>
      crank?.amps !== undefined &&
      crank.starterVolts !== undefined &&
      ambientC !== null &&
      crankRpm(unit, crank.starterVolts, crank.amps, ambientC) >= LEAST_CRANK_RPM &&
      !isStarterChangedSince(visits, Date.parse(readAt['starter.crank'] ?? at)),
  );
  return {
    kind: 'fit',
    fit: {
      positions: positions(unit),
      age,
      charge,
      cable,
      contact: areOthers ? SOUND_CONTACT : asRead,
      linkMilliohm: isSeriesBank(unit.bank) ? 1000 * modelCableOhms(unit, 'link', 20) + 0.04 : 0,
      crank:
        cranked === undefined
          ? null
          : {
              amps: cranked.crank!.amps!,
              starterVolts: cranked.crank!.starterVolts!,
              celsius: cranked.ambientC!,
              contact: cranked.contactMilliohm === undefined ? asRead : contactOf(cranked.contactMilliohm),
            },
      oilPerKelvin: { mean: OIL_PER_KELVIN[unit.engine?.oil ?? '15W'], deviation: OIL_DEVIATION },
    },
  };
};
