import { present } from '../../quantity/present';
import type * as z from 'zod';
import { latest, type VisitFacts } from '../../judging/facts';
import { coldestKnownC } from '../../judging/temperature';
import { acrossAlternatorOrBank, acrossBattery } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import type { JudgedOutcome, Scene } from '../../judging/scene';
import { isOver } from '../../quantity/compare';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { fixed, stepRecord } from '../../judging/stepRecord';
import type { Outcome } from '../../judging/verdict';
import { figure, voltsText } from '../../quantity/display';
import { saneRpm, saneVolts } from '../../quantity/sanity';
import { alternatorsOf, isSeriesBank, strings } from '../../unit/bank';
import { positions, runningPoints } from '../../unit/points';
import { blockedByLowBattery, lowBattery } from '../battery/openCircuit';
import { starterLoadReading } from '../battery/starterLoad';
import { alternatorLookReading } from '../look/alternatorLook';
import { beltReading } from '../look/belt';
import { judgeHalves } from './halves';
import {
  judgeRunningAtAlternator,
  judgeRunningAtBank,
  UNDER_BANK_VOLTS,
  type RunningConditions,
} from './runningVoltsJudged';

/** Volts running with no or light loads: at the bank, at an alternator (B+ to its ground), or at one battery. */
export const runningVoltsReading = readingOf('charge.volts', { volts: saneVolts, rpm: saneRpm });
type RunningVoltsReading = z.infer<typeof runningVoltsReading>;

/** Volts a kelvin colder than 20 °C adds to what a sealed battery stands, per 12 V, and the most of it. Published. */
const COLDER_VOLTS_PER_KELVIN = 0.03;
const MOST_COLDER_VOLTS = 0.6;

const delicateVolts = (facts: VisitFacts): RunningConditions['delicate'] => {
  const chemistries = new Set(facts.unit.bank.batteries.map(({ chemistry }) => chemistry));
  const chemistry = chemistries.has('gel') ? 'gel' : chemistries.has('agm') ? 'agm' : null;
  if (chemistry === null) return null;
  const warm = facts.limits.get(chemistry === 'gel' ? 'runningMaxGelVolts' : 'runningMaxAgmVolts').value;
  const celsius = coldestKnownC(facts);
  const colder =
    celsius === null ? 0 : Math.min(MOST_COLDER_VOLTS, Math.max(0, 20 - celsius) * COLDER_VOLTS_PER_KELVIN);
  return { volts: warm + colder * facts.limits.systemFactor, chemistry };
};

/** An alternator so far under its bank does not charge it. */
const isUnderBank = (facts: VisitFacts, volts: number): boolean => {
  const bank = latest(facts, runningVoltsReading, 'bank');
  return bank !== null && isOver(bank.volts - volts, UNDER_BANK_VOLTS * facts.limits.systemFactor);
};

const conditions = (scene: Scene): RunningConditions => {
  const { facts } = scene;
  const belt = latest(facts, beltReading, 'drive');
  return {
    limits: facts.limits,
    lowBattery: lowBattery(scene),
    delicate: delicateVolts(facts),
    alternators: alternatorsOf(facts.unit).map(({ id, remoteSense }) => {
      const own = latest(facts, runningVoltsReading, id);
      // What cannot be is not read: the leads stood elsewhere.
      const reading = own !== null && isUnderBank(facts, own.volts) ? null : own;
      const look = latest(facts, alternatorLookReading, id);
      const fuseSeen = !remoteSense || look?.senseFuse !== undefined;
      return {
        id,
        readingId: reading?.id ?? null,
        volts: reading?.volts ?? null,
        looked: belt !== null && look !== null && fuseSeen,
      };
    }),
  };
};

const atHalf = (position: string, facts: VisitFacts): Outcome | null => {
  const { bank } = facts.unit;
  if (!isSeriesBank(bank)) return null;
  const string = strings(bank).find((members) => members.some((member) => member.position === position)) ?? [];
  return judgeHalves(
    string.map((member) => {
      const half = latest(facts, runningVoltsReading, member.position);
      return { position: member.position, readingId: half?.id ?? null, volts: half?.volts ?? null };
    }),
    facts.limits,
  );
};

const judge = (reading: RunningVoltsReading, scene: Scene): Outcome | null => {
  const { facts } = scene;
  if (reading.point === 'bank') return judgeRunningAtBank(reading, conditions(scene));
  const alternator = alternatorsOf(facts.unit).find(({ id }) => id === reading.point);
  if (alternator === undefined) return atHalf(reading.point, facts);
  const bank = scene.outcome(RUNNING_VOLTS, 'bank');
  return judgeRunningAtAlternator(reading, {
    limits: facts.limits,
    remoteSense: alternator.remoteSense,
    bank:
      bank === null
        ? null
        : {
            outcome: bank,
            readingId: present(bank.readings[0]),
            volts: latest(facts, runningVoltsReading, 'bank')?.volts ?? reading.volts,
          },
  });
};

/** With the starter as the load, its highest running volts stand in for the bank's; the speed is unknown. */
const fromCranks = (scene: Scene): JudgedOutcome | null => {
  const cranks = latest(scene.facts, starterLoadReading, 'bank');
  if (cranks?.runningVolts === undefined) return null;
  const outcome = judgeRunningAtBank({ volts: cranks.runningVolts, rpm: null }, conditions(scene));
  return { ...outcome, ...RUNNING_VOLTS, point: 'bank', readings: [cranks.id, ...(outcome.alsoUsed ?? [])] };
};

const RUNNING_VOLTS = { step: 'charge.volts' } as const;

export const runningVolts = stepRecord(runningVoltsReading, {
  stage: 'charging',
  title: 'Running volts',
  minutes: 3,
  hands: 1,
  fedBy: ['dc-volts'],
  points: runningPoints,
  judge,
  standIns: { bank: fromCranks },
  words: ({ volts, rpm }) => `${voltsText(volts)} at ${figure(rpm, 0)} rpm`,
  leads: (unit, point) =>
    positions(unit).includes(point) ? acrossBattery(unit, point) : acrossAlternatorOrBank(unit, point),
  owes: fixed('bank'),
  blocked: (scene, point) => blockedByUnsafeBattery(scene) ?? (point === 'bank' ? blockedByLowBattery(scene) : null),
  tellsOfRunning: () => true,
});

/** Running volts as last read stand above the band of the system, at the bank or at an alternator. */
export const isOvervoltage = (scene: Scene): boolean => {
  const { facts } = scene;
  const top = facts.limits.get('runningMaxVolts').value;
  return ['bank', ...alternatorsOf(facts.unit).map(({ id }) => id)].some((point) => {
    const tells = scene.outcome(runningVolts, point)?.troubles.some(({ code }) => code === 'charge.overvoltage');
    const volts = latest(facts, runningVoltsReading, point)?.volts;
    return tells === true && (volts === undefined || isOver(volts, top));
  });
};
