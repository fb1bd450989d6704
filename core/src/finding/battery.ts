import { batteriesAt } from '../unit/batteriesAt';
import { positions } from '../unit/points';
import { CHEMISTRY_WORDS, type Unit } from '../unit/unit';
import { batteryExcuses } from './excuses';
import {
  both,
  ofBank,
  one,
  places,
  recharge,
  replaceBattery,
  type FindingGroup,
  type FindingRecord,
  type OrderPart,
} from './record';

const batteryPart = (unit: Unit, subject: string): OrderPart | null => {
  const replaced = batteriesAt(unit, subject);
  const [battery] = replaced;
  if (battery === undefined) return null;
  const { rating, nominalVolts = 12, chemistry } = battery;
  const rated = rating === undefined ? 'rating by the plate' : `${rating.value} A ${rating.standard}`;
  return {
    name: `Battery, ${nominalVolts} V ${rated}, ${CHEMISTRY_WORDS[chemistry]}`,
    count: replaced.length,
  };
};

/** Before it leaves somebody standing: the one that is close to its limit, or the bank it sits in. */
const changeBeforeCold: FindingRecord['actions'] = both(
  one('replace', (name) => `Change ${name} before the first cold night`),
  ofBank('replace', 'Change the whole bank before the first cold night'),
);

/** What replacing a battery puts right. */
const replaced: Pick<FindingRecord, 'part' | 'mends'> = {
  part: batteryPart,
  mends: (unit, subject) => (subject === 'bank' ? positions(unit) : [subject]),
};
const charged: Pick<FindingRecord, 'mends'> = { mends: () => ['charge'] };

/** How it shows at rest and by its cells that a battery does not keep its charge. */
const ofItsCharge = (at: string) =>
  [
    `battery.low-charge@${at}`,
    `battery.watch@${at}`,
    `battery.uneven@${at}`,
    `battery.slow-recovery@${at}`,
    'bank.imbalance',
  ] as const;

const againstWeakness: FindingRecord['against'] = (at) =>
  places(['battery.conductance', at], ['battery.hydrometer', at], ['battery.load', at]);

/** A battery that never stops taking current comes before everything it overloads. */
export const DRAWING = {
  'battery.keeps-drawing': {
    words: (at) => `Never stops taking current: ${at}`,
    severity: 'recharge',
    actions: both(recharge, replaceBattery),
    part: batteryPart,
    ...charged,
    against: (_, unit) => positions(unit).map((point) => ({ step: 'battery.load', point })),
    separates: (subject, unit) =>
      batteriesAt(unit, subject).map(({ position }) => ({
        step: 'charge.recharge',
        point: position,
        why: 'which battery keeps taking the current',
      })),
  },
} satisfies FindingGroup;

export const BATTERY = {
  'battery.case': {
    words: (at) => `Case of ${at} is damaged`,
    explains: (at) => [...ofItsCharge(at), `battery.low-electrolyte@${at}`, `battery.weak@${at}`],
    severity: 'replace',
    actions: replaceBattery,
    ...replaced,
  },
  'battery.frozen': {
    words: (at) => `Frozen: ${at}`,
    explains: (at) => [...ofItsCharge(at), `battery.case@${at}`, `battery.weak@${at}`],
    severity: 'replace',
    actions: both(
      one('other', (name) => `Warm ${name} before anything else`),
      replaceBattery,
    ),
    ...replaced,
  },
  'battery.low-electrolyte': {
    words: (at) => `Electrolyte of ${at} is low`,
    severity: 'recheck',
    actions: one('other', (name) => `Top up ${name} with distilled water, then charge`),
  },
  'battery.shedding': {
    words: (at) => `Plates of ${at} shed`,
    explains: (at) => [...ofItsCharge(at), `battery.weak@${at}`],
    severity: 'replace',
    actions: replaceBattery,
    ...replaced,
  },
  'battery.dead-cell': {
    words: (at) => `Dead cell or run flat: ${at}`,
    explains: (at) => [...ofItsCharge(at), `battery.weak@${at}`, 'battery.keeps-drawing', 'start.low-supply'],
    severity: 'replace',
    actions: both(recharge, replaceBattery),
    ...replaced,
    against: (at) => places(['battery.hydrometer', at], ['battery.openCircuit', at], ['battery.load', at]),
  },
  'battery.low-charge': {
    words: (at) => `Low on charge: ${at}`,
    explains: (at) => ['bank.imbalance', `battery.uneven@${at}`, `battery.slow-recovery@${at}`],
    severity: 'recharge',
    isOwnMarginal: true,
    actions: recharge,
    ...charged,
  },
  'battery.weak': {
    words: (at) => `Weak under load: ${at}`,
    explains: (at) => [`battery.watch@${at}`, `battery.slow-recovery@${at}`, 'bank.imbalance', 'start.low-supply'],
    severity: 'replace',
    excuses: batteryExcuses,
    actions: both(replaceBattery, recharge),
    ...replaced,
    against: againstWeakness,
  },
  'battery.watch': {
    words: (at) => `Close to its limit: ${at}`,
    severity: 'watch',
    isOwnMarginal: true,
    actions: both(changeBeforeCold, replaceBattery),
    part: batteryPart,
    against: againstWeakness,
  },
  'battery.slow-recovery': {
    words: (at) => `Slow to recover: ${at}`,
    severity: 'watch',
    isOwnMarginal: true,
    actions: both(recharge, replaceBattery),
    part: batteryPart,
  },
  'battery.uneven': {
    words: (at) => `Cells uneven: ${at}`,
    severity: 'recharge',
    isOwnMarginal: true,
    actions: recharge,
    ...charged,
  },
  'battery.dirty-case': {
    words: (at) => `Dirty case leaks: ${at}`,
    severity: 'recheck',
    isOwnMarginal: true,
    actions: one('clean', (name) => `Clean the case of ${name} with neutraliser, caps shut`),
  },
} satisfies FindingGroup;

export const BANK = {
  'bank.mismatched': { words: () => 'Bank is mixed', severity: 'watch', actions: replaceBattery, part: batteryPart },
  'bank.imbalance': {
    words: () => 'Batteries of the bank are apart',
    severity: 'recharge',
    actions: both(recharge, replaceBattery),
    part: batteryPart,
    ...charged,
    against: (_, unit) => positions(unit).map((point) => ({ step: 'battery.load', point })),
  },
} satisfies FindingGroup;
