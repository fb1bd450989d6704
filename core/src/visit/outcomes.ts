import { judgeCaseLeak } from '../battery/caseLeak';
import { judgeConductance } from '../battery/conductance';
import { judgeHydrometer } from '../battery/hydrometer';
import { judgeLoad } from '../battery/loadTest';
import { judgeOpenCircuit, surfaceChargeLeft, type OpenCircuitConditions } from '../battery/openCircuit';
import type { OpenCircuitReading } from '../battery/openCircuitReading';
import { judgeStarterLoad } from '../battery/starterLoad';
import { judgeChargeDrop } from '../charging/chargeDrop';
import { judgeField } from '../charging/field';
import { judgeOutput } from '../charging/output';
import { judgeRecharge } from '../charging/recharge';
import { judgeRise } from '../charging/rise';
import { judgeRipple } from '../charging/ripple';
import {
  judgeHalves,
  judgeRunningAtAlternator,
  judgeRunningAtBank,
  type RunningConditions,
} from '../charging/runningVolts';
import { judgeLookAlternator, judgeLookBelt, judgeLookCase, judgeLookJoint, judgeLookLamp } from '../look/look';
import { judgeCrankVoltsAtBank, judgeCrankVoltsAtStarter } from '../starting/crankVolts';
import { judgeJoint } from '../starting/joint';
import { judgeLadder } from '../starting/ladder';
import type { Side } from '../starting/pairedSides';
import { judgeStarterDrop } from '../starting/starterDrop';
import { judgeControl, judgeMotor, judgeSolenoid } from '../starting/starterUnit';
import type { WalkConditions } from '../starting/walk';
import { judgeWalk } from '../starting/walkVerdict';
import { alternatorsOf, isSeriesBank, nominalVolts, ratedOutputAmps, strings } from '../unit/bank';
import { positions } from '../unit/points';
import type { Battery } from '../unit/unit';
import { stepKey } from './catalogue';
import { bankTemperatureC, batteryTemperature, chargedBefore, currentAt, restBefore, type VisitFacts } from './facts';
import type { JudgedStep, Reading, ReadingAt, ReadStep } from './reading';
import { ladderReadings, walkAnswers } from './startingFacts';
import type { Outcome } from './verdict';

/** An outcome with the readings it rests on, the judged one first. */
export interface JudgedOutcome extends Outcome {
  readonly step: JudgedStep;
  readonly point: string;
  readonly readings: readonly string[];
}

/** Outcomes of one visit, each computed once, when first asked for. */
export class Outcomes {
  readonly facts: VisitFacts;
  /** By step, then by point: one text joined from both would have to be hashed at every look. */
  readonly #memo = new Map<JudgedStep, Map<string, JudgedOutcome | null>>();

  readonly #rests = new Map<OpenCircuitReading, { reading: OpenCircuitReading; outcome: Outcome; spoiled: boolean }>();

  constructor(facts: VisitFacts) {
    this.facts = facts;
  }

  /** The outcome at a step and point; null when nothing was read there or nothing is judged there. */
  at(step: JudgedStep, point: string): JudgedOutcome | null {
    const ofStep = this.#ofStep(step);
    const known = ofStep.get(point);
    if (known !== undefined) return known;
    const judged = this.#judge(step, point);
    ofStep.set(point, judged);
    return judged;
  }

  #ofStep(step: JudgedStep): Map<string, JudgedOutcome | null> {
    let ofStep = this.#memo.get(step);
    if (ofStep === undefined) {
      ofStep = new Map();
      this.#memo.set(step, ofStep);
    }
    return ofStep;
  }

  /** The outcome of a reading that counts, in hand already and so not looked up. */
  #of(reading: Reading): JudgedOutcome | null {
    const ofStep = this.#ofStep(reading.step);
    const known = ofStep.get(reading.point);
    if (known !== undefined) return known;
    const outcome = this.#outcomeOf(reading);
    const judged = outcome === null ? null : judgedAs(outcome, reading);
    ofStep.set(reading.point, judged);
    return judged;
  }

  /** Every judged step, in the order first read; what is added up comes last. */
  all(): JudgedOutcome[] {
    const found: JudgedOutcome[] = [];
    for (const reading of this.facts.current.values()) {
      const outcome = this.#of(reading);
      if (outcome !== null) found.push(outcome);
    }
    if (currentAt(this.facts, 'charge.volts', 'bank') === null)
      found.push(...[this.at('charge.volts', 'bank') ?? []].flat());
    const ladder = this.at('start.ladder', 'bank');
    return ladder === null ? found : [...found, ladder];
  }

  /** Position of the first battery whose resting volts are low or failed, or null. */
  lowBattery(): string | null {
    return positions(this.facts.unit).find((position) => this.isLow(position)) ?? null;
  }

  isLow(position: string): boolean {
    const verdict = this.at('battery.openCircuit', position)?.verdict;
    return verdict === 'marginal' || verdict === 'fail';
  }

  /** Running volts stand above their band, at the bank or at an alternator. */
  isOvervoltage(): boolean {
    return ['bank', ...alternatorsOf(this.facts.unit).map(({ id }) => id)].some((point) =>
      this.at('charge.volts', point)?.troubles.some(({ code }) => code === 'charge.overvoltage'),
    );
  }

  /** The resting reading a battery's load counts against, with its outcome, and whether surface charge spoils it. */
  restingFor(
    position: string,
    load: Reading | null,
  ): { reading: OpenCircuitReading; outcome: Outcome; spoiled: boolean } | null {
    const found = restBefore(this.facts, position, load);
    return found === null ? null : this.#atRest(found);
  }

  /** Resting readings are asked for again and again: each is judged once. */
  #atRest(reading: OpenCircuitReading): { reading: OpenCircuitReading; outcome: Outcome; spoiled: boolean } {
    const known = this.#rests.get(reading);
    if (known !== undefined) return known;
    const conditions = this.#openCircuitConditions(reading, this.timeOf(reading));
    const spoiled = reading.volts < 0 || surfaceChargeLeft(reading, conditions);
    const rest = { reading, outcome: judgeOpenCircuit(reading, conditions), spoiled };
    this.#rests.set(reading, rest);
    return rest;
  }

  timeOf(reading: Reading): number {
    return Date.parse(reading.at);
  }

  #battery(position: string): Battery {
    const battery = this.facts.batteries.get(position);
    if (battery === undefined) throw new RangeError(`The unit has no battery at "${position}".`);
    return battery;
  }

  #openCircuitConditions(reading: OpenCircuitReading, time: number): OpenCircuitConditions {
    return {
      battery: this.#battery(reading.point),
      limits: this.facts.limits,
      chargedBefore: chargedBefore(this.facts, reading.point, time),
    };
  }

  #judge(step: JudgedStep, point: string): JudgedOutcome | null {
    if (step === 'start.ladder') return this.#ladder();
    const reading = this.facts.current.get(stepKey(step, point));
    if (reading === undefined) return step === 'charge.volts' && point === 'bank' ? this.#runningFromCranks() : null;
    const outcome = this.#outcomeOf(reading);
    if (outcome === null) return null;
    return judgedAs(outcome, reading);
  }

  /** The outcome of a reading that no longer counts, for steps that rest on nothing but the reading itself. */
  alone(reading: Reading): JudgedOutcome | null {
    const outcome = RESTS_ON_ITSELF.has(reading.step) ? this.#outcomeOf(reading) : null;
    return outcome === null ? null : judgedAs(outcome, reading);
  }

  #outcomeOf(reading: Reading): Outcome | null {
    const { facts } = this;
    const { limits, unit } = facts;
    const { systemVolts } = unit;
    switch (reading.step) {
      case 'look.belt':
        return judgeLookBelt(reading);
      case 'look.alternator':
        return judgeLookAlternator(reading);
      case 'look.joint':
        return judgeLookJoint(reading);
      case 'look.case':
        return judgeLookCase(reading);
      case 'look.lamp':
        return judgeLookLamp(reading);
      case 'battery.openCircuit':
        return this.#atRest(reading).outcome;
      case 'battery.hydrometer':
        return judgeHydrometer(reading, { limits });
      case 'battery.caseLeak':
        return judgeCaseLeak(reading, { battery: this.#battery(reading.point), limits });
      case 'battery.conductance':
        return judgeConductance(reading, { battery: this.#battery(reading.point), limits });
      case 'battery.load':
        return this.#load(reading);
      case 'battery.starterLoad':
        return judgeStarterLoad(reading, { unit, limits, batteryC: bankTemperatureC(facts, reading.batteryC) });
      case 'start.crankVolts':
        return reading.point === 'bank'
          ? judgeCrankVoltsAtBank(reading, { unit, limits, batteryC: bankTemperatureC(facts) })
          : judgeCrankVoltsAtStarter(reading, limits);
      case 'start.drop':
        return judgeStarterDrop(reading, currentAt(facts, 'start.drop', otherSide(reading.point)), {
          limits,
          systemVolts,
        });
      case 'start.joint':
        return judgeJoint(reading, { limits, systemVolts });
      case 'start.solenoid':
        return judgeSolenoid(reading, { limits, systemVolts });
      case 'start.motor':
        return judgeMotor(reading, { limits, systemVolts });
      case 'start.control':
        return judgeControl(reading, { limits, systemVolts });
      case 'start.walk':
        return judgeWalk(reading, walkAnswers(facts), this.walkConditions());
      case 'charge.volts':
        return this.#running(reading);
      case 'charge.rise':
        return judgeRise(reading, this.restingBankVolts(), limits);
      case 'charge.drop':
        return judgeChargeDrop(reading, currentAt(facts, 'charge.drop', otherSide(reading.point)), {
          limits,
          systemVolts,
          ratedAmps: ratedOutputAmps(unit),
        });
      case 'charge.output':
        return this.#output(reading);
      case 'charge.recharge':
        return judgeRecharge(reading, { unit, limits, overvoltage: this.isOvervoltage() });
      case 'charge.ripple':
        return judgeRipple(reading, { unit, limits });
      case 'charge.field':
        return judgeField(reading, { limits, systemVolts });
    }
  }

  #load(reading: ReadingAt<'battery.load'>): Outcome {
    const resting = this.restingFor(reading.point, reading);
    const temperature = batteryTemperature(this.facts, reading.point, reading);
    const outcome = judgeLoad(reading, {
      battery: this.#battery(reading.point),
      limits: this.facts.limits,
      batteryC: temperature.celsius,
      temperatureFrom: temperature.from,
      atRest: resting === null ? null : { verdict: resting.outcome.verdict, volts: resting.reading.volts },
    });
    return resting === null ? outcome : { ...outcome, alsoUsed: [resting.reading.id] };
  }

  #runningConditions(): RunningConditions {
    const { facts } = this;
    const belt = currentAt(facts, 'look.belt', 'drive');
    return {
      limits: facts.limits,
      lowBattery: this.lowBattery(),
      alternators: alternatorsOf(facts.unit).map(({ id, remoteSense }) => {
        const reading = currentAt(facts, 'charge.volts', id);
        const look = currentAt(facts, 'look.alternator', id);
        const fuseSeen = !remoteSense || look?.senseFuse !== undefined;
        return {
          id,
          readingId: reading?.id ?? null,
          volts: reading?.volts ?? null,
          looked: belt !== null && look !== null && fuseSeen,
        };
      }),
    };
  }

  #running(reading: ReadingAt<'charge.volts'>): Outcome | null {
    const { facts } = this;
    if (reading.point === 'bank') return judgeRunningAtBank(reading, this.#runningConditions());
    const alternator = alternatorsOf(facts.unit).find(({ id }) => id === reading.point);
    if (alternator !== undefined) {
      const bank = this.at('charge.volts', 'bank');
      return judgeRunningAtAlternator(reading, {
        limits: facts.limits,
        remoteSense: alternator.remoteSense,
        bank: bank === null ? null : { outcome: bank, readingId: bank.readings[0]! },
      });
    }
    if (!isSeriesBank(facts.unit.bank)) return null;
    const string =
      strings(facts.unit.bank).find((members) => members.some(({ position }) => position === reading.point)) ?? [];
    return judgeHalves(
      string.map(({ position }) => {
        const half = currentAt(facts, 'charge.volts', position);
        return { position, readingId: half?.id ?? null, volts: half?.volts ?? null };
      }),
      facts.limits,
    );
  }

  /** With the starter as the load, its highest running volts stand in for the bank's; the speed is unknown. */
  #runningFromCranks(): JudgedOutcome | null {
    const cranks = currentAt(this.facts, 'battery.starterLoad', 'bank');
    if (cranks?.runningVolts === undefined) return null;
    const outcome = judgeRunningAtBank({ volts: cranks.runningVolts, rpm: null }, this.#runningConditions());
    return { ...outcome, step: 'charge.volts', point: 'bank', readings: [cranks.id, ...(outcome.alsoUsed ?? [])] };
  }

  #output(reading: ReadingAt<'charge.output'>): Outcome | null {
    const alternator = alternatorsOf(this.facts.unit).find(({ id }) => id === reading.point);
    if (alternator === undefined) return null;
    const excuses = [
      ...this.#excuse('look.belt', 'drive', 'the belt'),
      ...this.#excuse('charge.drop', 'positive', 'the positive charging cable'),
      ...this.#excuse('charge.drop', 'negative', 'the negative charging cable'),
    ];
    return judgeOutput(reading, { alternator, limits: this.facts.limits, excuses });
  }

  #excuse(step: 'look.belt' | 'charge.drop', point: string, name: string): string[] {
    const outcome = this.at(step, point);
    if (outcome === null) return [`${name} has not been ${step === 'look.belt' ? 'looked at' : 'read'}`];
    if (outcome.verdict === 'inconclusive') return [`${name} is not judged yet`];
    return outcome.verdict === 'fail' ? [`${name} is not good`] : [];
  }

  /** Bank at rest: mean over its completely read strings of the batteries' sums; null when none is complete. */
  restingBankVolts(): number | null {
    const sums = strings(this.facts.unit.bank).flatMap((members) => {
      let sum = 0;
      for (const { position } of members) {
        const reading = currentAt(this.facts, 'battery.openCircuit', position);
        if (reading === null || this.restingFor(position, null)?.spoiled !== false) return [];
        sum += reading.volts;
      }
      return [sum];
    });
    return sums.length === 0 ? null : sums.reduce((a, b) => a + b, 0) / sums.length;
  }

  walkConditions(): WalkConditions {
    const { limits, unit } = this.facts;
    const inSeries = unit.systemVolts / nominalVolts(unit.bank.batteries[0]!);
    return {
      systemFactor: limits.systemFactor,
      gateVolts: limits.get('gateVolts', limits.systemFactor / inSeries).value * inSeries,
      starterVolts: limits.get('crankStarterVolts').value,
      bankVolts: this.restingBankVolts(),
    };
  }

  #ladder(): JudgedOutcome | null {
    const rungs = ladderReadings(this.facts);
    if (rungs === null) return null;
    const outcome = judgeLadder(rungs.volts, this.facts.limits);
    return { ...outcome, step: 'start.ladder', point: 'bank', readings: rungs.readings };
  }
}

/** Steps whose verdict needs no other reading. */
const RESTS_ON_ITSELF: ReadonlySet<ReadStep> = new Set<ReadStep>([
  'look.belt',
  'look.alternator',
  'look.joint',
  'look.case',
  'look.lamp',
  'battery.hydrometer',
  'battery.caseLeak',
  'battery.conductance',
  'start.joint',
  'start.solenoid',
  'start.motor',
  'start.control',
  'charge.ripple',
  'charge.field',
]);

const judgedAs = (outcome: Outcome, { id, step, point }: Reading): JudgedOutcome => ({
  verdict: outcome.verdict,
  limit: outcome.limit,
  margin: outcome.margin,
  because: outcome.because,
  redo: outcome.redo,
  troubles: outcome.troubles,
  alsoUsed: outcome.alsoUsed,
  waitsForOtherSide: outcome.waitsForOtherSide,
  wantsLook: outcome.wantsLook,
  step,
  point,
  readings: outcome.alsoUsed === undefined ? [id] : [...new Set([id, ...outcome.alsoUsed])],
});

const otherSide = (side: string): Side => (side === 'positive' ? 'negative' : 'positive');
