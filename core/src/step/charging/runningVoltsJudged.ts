import type { LimitBook } from '../../method/book';
import { isOver, isUnder } from '../../quantity/compare';
import { figure, voltsText } from '../../quantity/display';
import { toldApart } from '../../quantity/toldApart';
import { CHEMISTRY_WORDS, type Chemistry } from '../../unit/unit';
import {
  againstMax,
  againstMin,
  failed,
  inconclusive,
  marginal,
  NO_LIMIT,
  passed,
  trouble,
  type AgainstLimit,
  type Outcome,
  type Trouble,
} from '../../judging/verdict';

/** What was read at one alternator. */
interface AlternatorVolts {
  readonly id: string;
  readonly readingId: string | null;
  readonly volts: number | null;
  /** Belt, sense fuse and plugs of this alternator were looked at. */
  readonly looked: boolean;
}

export interface RunningConditions {
  readonly limits: LimitBook;
  /** Position of a battery that is low on charge, or null. */
  readonly lowBattery: string | null;
  readonly alternators: readonly AlternatorVolts[];
  /** Highest volts the most delicate chemistry of the bank stands at its temperature; null for flooded ones. */
  readonly delicate: { readonly volts: number; readonly chemistry: Chemistry } | null;
}

/** An alternator this far, per 12 V, under its bank does not charge it: the leads stand elsewhere. */
export const UNDER_BANK_VOLTS = 0.2;
export const REVERSED = 'Put red on the positive side and read again.';

/** Against whichever border lies nearer. */
const againstBand = (volts: number, limits: LimitBook): AgainstLimit => {
  const low = againstMin(limits.get('runningMinVolts'), volts);
  const high = againstMax(limits.get('overvoltageVolts'), volts);
  return (low.margin ?? 0) <= (high.margin ?? 0) ? low : high;
};

const judgeHigh = (volts: number, limits: LimitBook, subject: string): Outcome | null => {
  const top = limits.get('runningMaxVolts');
  const over = limits.get('overvoltageVolts');
  if (isOver(volts, over.value)) {
    const because = `${voltsText(volts)} running is over ${voltsText(over.value)}: it boils the batteries.`;
    return failed(againstMax(over, volts), because, [trouble('charge.overvoltage', subject, because)]);
  }
  if (isOver(volts, top.value)) {
    const [read, most] = toldApart(volts, top.value, voltsText);
    const because = `${read} running is over ${most}; some regulators charge high for the first minutes. Read again warm.`;
    return marginal(againstMax(over, volts), because, [trouble('charge.overvoltage', subject, because)]);
  }
  return null;
};

const judgeLow = (
  reading: { readonly volts: number; readonly rpm: number | null },
  { limits, lowBattery, alternators }: RunningConditions,
): Outcome => {
  const min = limits.get('runningMinVolts');
  const against = againstMin(min, reading.volts);
  const low = `${voltsText(reading.volts)} is under ${voltsText(min.value)}`;
  if (lowBattery !== null)
    return inconclusive(
      against,
      `${low}, but battery ${lowBattery} is low on charge and pulls it down.`,
      `Charge battery ${lowBattery}, then read again.`,
    );
  const slowest = limits.get('runningMinRpm').value;
  if (reading.rpm === null || isUnder(reading.rpm, slowest)) {
    return inconclusive(
      against,
      `${low} at ${reading.rpm === null ? 'an unknown speed' : `${figure(reading.rpm, 0)} rpm`}.`,
      `Raise the speed to ${figure(slowest, 0)} rpm or more and read again.`,
    );
  }
  const read = alternators.filter(({ volts }) => volts !== null && volts >= 0);
  const used = read.flatMap(({ readingId }) => (readingId === null ? [] : [readingId]));
  const enough = read.filter(({ volts }) => !isUnder(volts ?? 0, min.value));
  if (enough.length > 0) {
    const because = `${low} at the bank, while ${enough.map(({ id, volts }) => `${id} gives ${voltsText(volts ?? 0)}`).join(', ')}: lost in the charging cables.`;
    return { ...failed(against, because, [trouble('cable.charge', 'bank', because)]), alsoUsed: used };
  }
  const unread = alternators.filter(({ volts }) => volts === null || volts < 0);
  if (unread.length > 0 || alternators.length === 0) {
    const where = unread.length > 0 ? unread.map(({ id }) => id).join(', ') : 'the alternator';
    return {
      ...inconclusive(
        against,
        `${low} at the bank; what ${where} gives is not known.`,
        `Read at ${where}, B+ to its ground.`,
      ),
      alsoUsed: used,
      settledAt: unread.map(({ id }) => id),
    };
  }
  const unseen = alternators.filter(({ looked }) => !looked);
  const because = `${low} at the bank and at ${alternators.map(({ id, volts }) => `${id} (${voltsText(volts ?? 0)})`).join(', ')}.`;
  const troubles = alternators.map(({ id }): Trouble => trouble('alternator.low-volts', id, because));
  if (unseen.length > 0) {
    const ask = `${because} Look at belt, sense fuse and plugs of ${unseen.map(({ id }) => id).join(', ')} first.`;
    return { ...marginal(against, ask, troubles), wantsLook: true, alsoUsed: used };
  }
  return { ...failed(against, because, troubles), alsoUsed: used };
};

/** At the bank. A speed of null is unknown and counts as slow. */
export const judgeRunningAtBank = (
  reading: { readonly volts: number; readonly rpm: number | null },
  conditions: RunningConditions,
): Outcome => {
  const { volts } = reading;
  const { limits } = conditions;
  if (volts < 0) return inconclusive(NO_LIMIT, `${voltsText(volts)} is below zero: the leads are reversed.`, REVERSED);
  const high = judgeHigh(volts, limits, 'bank');
  if (high !== null) return high;
  const min = limits.get('runningMinVolts');
  if (isUnder(volts, min.value)) return judgeLow(reading, conditions);
  const { delicate } = conditions;
  if (delicate !== null && isOver(volts, delicate.volts)) {
    const because = `${voltsText(volts)} running is over the ${voltsText(delicate.volts)} that ${CHEMISTRY_WORDS[delicate.chemistry]} batteries stand at this temperature: they lose what cannot be topped up.`;
    return marginal(againstMax(limits.get('overvoltageVolts'), volts), because, [
      trouble('charge.overvoltage', 'bank', because),
    ]);
  }
  return passed(
    againstBand(volts, limits),
    `${voltsText(volts)} running lies between ${voltsText(min.value)} and ${voltsText(limits.get('runningMaxVolts').value)}. A bad joint hardly shows at light load: the cables are still to be read.`,
  );
};

/**
 * At one alternator. A low value carries the bank's verdict, since only both together tell alternator from cable.
 * @param bank the bank's outcome, or null when the bank was not read
 */
export const judgeRunningAtAlternator = (
  reading: { readonly volts: number; readonly point: string },
  {
    limits,
    remoteSense,
    bank,
  }: {
    readonly limits: LimitBook;
    readonly remoteSense: boolean;
    readonly bank: { readonly outcome: Outcome; readonly readingId: string; readonly volts: number } | null;
  },
): Outcome => {
  const { volts, point } = reading;
  const gap = UNDER_BANK_VOLTS * limits.systemFactor;
  if (bank !== null && volts >= 0 && isOver(bank.volts - volts, gap))
    return {
      ...inconclusive(
        NO_LIMIT,
        `${voltsText(volts)} at ${point} is more than ${voltsText(gap)} under the ${voltsText(bank.volts)} of its bank: an alternator that charges cannot be.`,
        'Look where the leads stand: red on its B+ stud, black on its own ground, at the same speed. Then read both again.',
      ),
      alsoUsed: [bank.readingId],
    };
  if (volts < 0) return inconclusive(NO_LIMIT, `${voltsText(volts)} is below zero: the leads are reversed.`, REVERSED);
  const min = limits.get('runningMinVolts');
  if (isUnder(volts, min.value)) {
    const against = againstMin(min, volts);
    const [read, least] = toldApart(volts, min.value, voltsText);
    const low = `${read} at ${point} is under ${least}`;
    if (bank === null)
      return inconclusive(against, `${low}; the bank was not read.`, 'Read the running volts at the bank too.');
    const alsoUsed = [bank.readingId];
    const because = `${low}. At the bank: ${bank.outcome.because}`;
    if (bank.outcome.verdict === 'inconclusive') {
      return { ...inconclusive(against, because, bank.outcome.redo ?? 'Read the bank again.'), alsoUsed };
    }
    return { verdict: bank.outcome.verdict, ...against, because, redo: null, troubles: [], alsoUsed };
  }
  if (!remoteSense) {
    return (
      judgeHigh(volts, limits, point) ??
      passed(againstBand(volts, limits), `${voltsText(volts)} at ${point} meets ${voltsText(min.value)}.`)
    );
  }
  const top = limits.get('remoteSenseMaxVolts');
  if (isOver(volts, top.value)) {
    const because = `${voltsText(volts)} at ${point} is over ${voltsText(top.value)}, even with remote sense.`;
    return failed(againstMax(top, volts), because, [trouble('charge.overvoltage', point, because)]);
  }
  return passed(
    againstMax(top, volts),
    `${voltsText(volts)} at ${point}: remote sense makes up for the cable, up to ${voltsText(top.value)} is normal.`,
  );
};
