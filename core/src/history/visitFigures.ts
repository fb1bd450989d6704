import type { BatteryId } from '../quantity/id';
import { present } from '../quantity/present';
import { tidy } from '../quantity/compare';
import { COPPER_PER_KELVIN } from '../quantity/cable';
import { alternatorsOf } from '../unit/bank';
import { positions } from '../unit/points';
import type { Judgeable } from '../step/catalogue';
import { judge } from '../visit/judge';
import type { Judgement } from '../visit/judgement';
import type { Reading, ReadingAt, ReadStep } from '../step/catalogue';
import { fittedIn } from '../judging/unitAsOf';
import { visitBefore } from '../visit/visitBefore';

/** What a battery's readings of one visit amount to, kept for its trend. */
export interface BatteryFigure {
  /** Moment it was read: of its load test, else of its resting volts; ISO 8601. */
  readonly at: string;
  /** The battery it was read of; null where the visit cannot tell which one sat there. */
  readonly batteryId: BatteryId | null;
  readonly capabilityPercent?: number;
  readonly referenceLoadVolts?: number;
  readonly stateOfChargePercent?: number;
  readonly restingVolts?: number;
  /** Temperature of the battery at its load test, or of the air. */
  readonly celsius?: number;
}

/** Sides of a circuit of two cables. */
export type CableSide = 'positive' | 'negative';
export const CABLE_SIDES: readonly CableSide[] = ['positive', 'negative'];

/** The figures of one visit that may be laid beside those of another: free of season as far as they can be. */
export interface VisitFigures {
  /** Moment of the visit, ISO 8601. */
  readonly at: string;
  readonly ambientC: number | null;
  /** Of the batteries that sat in the unit at the end of the visit, by position. */
  readonly batteries: Readonly<Record<string, BatteryFigure>>;
  /** Of batteries that were taken out in the course of the visit, as last read before that. */
  readonly left: readonly (BatteryFigure & { readonly position: string })[];
  /** Moment each figure of a side was read, by its name, such as `starter.positive`. */
  readonly readAt: Readonly<Record<string, string>>;
  /** Milliohms of each side of the starter circuit, brought to 20 °C. */
  readonly starterMilliohm: Readonly<Partial<Record<CableSide, number>>>;
  /** Milliohms of each side of the charging circuit, of several alternators at the worst, brought to 20 °C. */
  readonly chargeMilliohm: Readonly<Partial<Record<CableSide, number>>>;
  /** Milliohms of the solenoid's contacts. */
  readonly contactMilliohm?: number;
  /** The settled crank: volts at the starter, amperes, and the air it was read in. */
  readonly crank?: { readonly starterVolts?: number; readonly bankVolts?: number; readonly amps?: number };
  readonly runningVolts?: number;
  /** Output of each alternator, percent of its plate. */
  readonly outputPercent: Readonly<Record<string, number>>;
  readonly rechargeAmps?: number;
}

/** Least amperes by which volts lost still give a resistance worth keeping. */
const LEAST_AMPS = 20;

/** Copper brought to 20 °C from the air it was read in. */
const at20C = (milliohm: number, ambientC: number | null): number =>
  tidy(milliohm / (1 + COPPER_PER_KELVIN * ((ambientC ?? 20) - 20)));

type Latest = <Step extends ReadStep>(step: Step, point: string) => ReadingAt<Step> | undefined;

/** What counts of a judged visit at a step and point; undefined where it was judged inconclusive. */
const latestOf = (readings: readonly Reading[], judgement: Judgement): Latest => {
  const byId = new Map(readings.map((reading) => [reading.id, reading]));
  const judged = new Map(judgement.steps.map((entry) => [`${entry.step}@${entry.point}`, entry]));
  return <Step extends ReadStep>(step: Step, point: string): ReadingAt<Step> | undefined => {
    const entry = judged.get(`${step}@${point}`);
    const own =
      entry === undefined || entry.verdict === 'inconclusive' ? undefined : byId.get(present(entry.readings[0]));
    return own?.step === step ? (own as ReadingAt<Step>) : undefined;
  };
};

/** What was read of the battery at a position, or null when nothing was. */
const batteryFigure = (
  position: string,
  batteryId: BatteryId | null,
  latest: Latest,
  judgement: Judgement,
  ambientC: number | undefined,
): BatteryFigure | null => {
  const figures = judgement.figures[position];
  const resting = latest('battery.openCircuit', position);
  const load = latest('battery.load', position);
  const read = load ?? resting;
  if (read === undefined) return null;
  const celsius = load?.batteryC ?? resting?.batteryC ?? ambientC;
  const { capabilityPercent, referenceLoadVolts, stateOfChargePercent } = figures ?? {};
  return {
    at: read.at,
    batteryId,
    ...(capabilityPercent === undefined ? {} : { capabilityPercent }),
    ...(referenceLoadVolts === undefined ? {} : { referenceLoadVolts }),
    ...(stateOfChargePercent === undefined ? {} : { stateOfChargePercent }),
    ...(resting === undefined ? {} : { restingVolts: resting.volts }),
    ...(celsius === undefined ? {} : { celsius }),
  };
};

/** Of the charging cables of several alternators the one that loses most tells of the side. */
const worstCable = (
  { unit }: Judgeable,
  latest: Latest,
  side: CableSide,
): { readonly milliohm: number; readonly at: string } | undefined =>
  [side, ...alternatorsOf(unit).map(({ id }) => `${side}:${id}`)]
    .flatMap((point) => {
      const cable = latest('charge.drop', point);
      const milliohm = cable === undefined ? null : milliohmOf(cable.volts, cable.amps);
      return cable === undefined || milliohm === null ? [] : [{ milliohm, at: cable.at }];
    })
    .sort((a, b) => b.milliohm - a.milliohm)[0];

/** Figures of the batteries that were taken out in the course of a visit, each as it stood just before. */
const leftBehind = (
  file: Judgeable,
  atOpening: Readonly<Record<string, string>>,
): (BatteryFigure & { position: string })[] => {
  const ids: Record<string, string> = { ...atOpening };
  return fittedIn(file.events).flatMap(({ ms, position, batteryId }) => {
    const before = visitBefore(file, ms);
    const since = fittedIn(file.events).findLast((other) => other.position === position && other.ms < ms)?.ms;
    const judgement = judge(before);
    const own = batteryFigure(
      position,
      ids[position] ?? null,
      latestOf(before.readings, judgement),
      judgement,
      file.visit.ambientC,
    );
    ids[position] = batteryId;
    return own === null || (since !== undefined && Date.parse(own.at) < since) ? [] : [{ ...own, position }];
  });
};

/**
 * Takes out of a judged visit what its trends are made of. A reading that was judged inconclusive gives no figure.
 * Cables are brought to 20 °C (copper, 0.39 % a kelvin, physics); capability is nearly free of season as it is.
 * @param atOpening the battery that sat at each position when the visit was opened, where it is known
 */
export const visitFigures = (
  file: Judgeable,
  judgement: Judgement,
  atOpening: Readonly<Record<string, string>> = {},
): VisitFigures => {
  const latest = latestOf(file.readings, judgement);
  const ambientC = file.visit.ambientC ?? null;
  const starter: Partial<Record<CableSide, number>> = {};
  const charge: Partial<Record<CableSide, number>> = {};
  const readAt: Record<string, string> = {};
  for (const side of CABLE_SIDES) {
    const pile = latest('start.drop', side);
    const loss = pile === undefined ? null : milliohmOf(pile.volts, pile.amps);
    if (pile !== undefined && loss !== null) {
      starter[side] = at20C(loss, ambientC);
      readAt[`starter.${side}`] = pile.at;
    }
    const cable = worstCable(file, latest, side);
    if (cable !== undefined) {
      charge[side] = at20C(cable.milliohm, ambientC);
      readAt[`charge.${side}`] = cable.at;
    }
  }
  const atBank = latest('start.crankVolts', 'bank');
  const atStarter = latest('start.crankVolts', 'starter');
  const settled = (reading: ReadingAt<'start.crankVolts'> | undefined) =>
    reading === undefined || reading.hold === 'lowest' ? undefined : reading;
  const trace = latest('start.trace', 'bank');
  const amps = settled(atStarter)?.amps ?? settled(atBank)?.amps ?? trace?.plateauAmps;
  const bankVolts = settled(atBank)?.volts ?? trace?.plateauVolts;
  const contacts = latest('start.solenoid', 'starter');
  const contact = contacts === undefined ? null : milliohmOf(contacts.volts, amps);
  if (contacts !== undefined) readAt['starter.contacts'] = contacts.at;
  const cranked = settled(atStarter);
  if (cranked !== undefined) readAt['starter.crank'] = cranked.at;
  const outputs = alternatorsOf(file.unit).flatMap(({ id, ratedAmps }): [string, number][] => {
    const reading = latest('charge.output', id);
    return reading === undefined || ratedAmps === undefined ? [] : [[id, tidy((100 * reading.peakAmps) / ratedAmps)]];
  });
  const seated: Record<string, string> = { ...atOpening };
  for (const { position, batteryId } of fittedIn(file.events)) seated[position] = batteryId;
  const batteries = positions(file.unit).flatMap((position): [string, BatteryFigure][] => {
    const own = batteryFigure(position, seated[position] ?? null, latest, judgement, file.visit.ambientC);
    return own === null ? [] : [[position, own]];
  });
  const crank = {
    ...(settled(atStarter) === undefined ? {} : { starterVolts: present(atStarter).volts }),
    ...(bankVolts === undefined ? {} : { bankVolts }),
    ...(amps === undefined ? {} : { amps: Math.abs(amps) }),
  };
  const running = latest('charge.volts', 'bank');
  const recharge = latest('charge.recharge', 'bank');
  return {
    at: file.visit.at,
    ambientC,
    batteries: Object.fromEntries(batteries),
    left: leftBehind(file, atOpening),
    readAt,
    starterMilliohm: starter,
    chargeMilliohm: charge,
    ...(contact === null ? {} : { contactMilliohm: tidy(contact) }),
    ...(Object.keys(crank).length === 0 ? {} : { crank }),
    ...(running === undefined ? {} : { runningVolts: running.volts }),
    outputPercent: Object.fromEntries(outputs),
    ...(recharge === undefined ? {} : { rechargeAmps: recharge.amps }),
  };
};

/** Volts lost by amperes, milliohms; null when the current is too small or not known. */
const milliohmOf = (volts: number, amps: number | undefined): number | null =>
  amps === undefined || Math.abs(amps) < LEAST_AMPS ? null : Math.abs((1000 * volts) / amps);
