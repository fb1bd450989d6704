import * as z from 'zod';
import { latest, type VisitFacts } from '../../judging/facts';
import { acrossBank } from '../../judging/leads';
import { readingOf } from '../../judging/readingBase';
import type { Scene } from '../../judging/scene';
import { fixed, stepRecord } from '../../judging/stepRecord';
import {
  againstMin,
  inconclusive,
  marginal,
  NO_LIMIT,
  passed,
  trouble,
  type AgainstLimit,
  type Outcome,
} from '../../judging/verdict';
import { isOver, isUnder, tidy } from '../../quantity/compare';
import { figure, voltsText } from '../../quantity/display';
import { saneRpm, saneVolts } from '../../quantity/sanity';
import { restingBankVolts } from '../battery/openCircuit';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { runningVoltsReading } from './runningVolts';

/** Volts of the bank at idle, with every load on or all off. */
const idleReading = readingOf('charge.idle', {
  volts: saneVolts,
  rpm: saneRpm,
  loads: z.enum(['off', 'on']),
});
type IdleReading = z.infer<typeof idleReading>;

/** At idle a machine that charges stands this far, per 12 V, over its resting volts. */
const RISE_VOLTS = 0.1;
const LOOK_AT = 'look at idle speed, pulley, belt and excitation';

/** The bank charges once the speed is raised: read in the same visit. */
const chargesAbove = (facts: VisitFacts): boolean => {
  const running = latest(facts, runningVoltsReading, 'bank');
  return (
    running !== null &&
    !isUnder(running.rpm, facts.limits.get('runningMinRpm').value) &&
    !isUnder(running.volts, facts.limits.get('runningMinVolts').value)
  );
};

const dropout = (against: AgainstLimit, because: string): Outcome =>
  marginal(against, because, [trouble('charge.idle-dropout', 'bank', because, 'recheck')]);

const judge = (reading: IdleReading, scene: Scene): Outcome => {
  const { facts } = scene;
  const { volts, rpm, loads } = reading;
  const read = `${voltsText(volts)} at ${figure(rpm, 0)} rpm`;
  if (loads === 'on') {
    const limit = facts.limits.get('idleLoadedVolts');
    const against = againstMin(limit, volts);
    return isUnder(volts, limit.value)
      ? dropout(against, `${read} with every load on is under ${voltsText(limit.value)}: ${LOOK_AT}.`)
      : passed(against, `${read} with every load on holds ${voltsText(limit.value)}.`);
  }
  const rest = restingBankVolts(scene);
  if (rest === null)
    return inconclusive(
      NO_LIMIT,
      `${read}; the bank was not read at rest.`,
      'Read the open-circuit volts of the batteries.',
    );
  const least = rest + RISE_VOLTS * facts.limits.systemFactor;
  const against: AgainstLimit = {
    limit: { value: tidy(least), unit: 'V', kind: 'min', name: null, from: 'profile' },
    margin: tidy(volts - least),
  };
  if (isOver(volts, least))
    return passed(against, `${read} is over the ${voltsText(rest)} at rest: it charges at idle.`);
  if (isUnder(rpm, facts.limits.get('runningMinRpm').value) && chargesAbove(facts))
    return dropout(
      against,
      `${read} is not over the ${voltsText(rest)} at rest, though it charges once the speed is raised: ${LOOK_AT}.`,
    );
  return inconclusive(
    against,
    `${read} is not over the ${voltsText(rest)} at rest.`,
    'Raise the speed and read the running volts at the bank.',
  );
};

export const idle = stepRecord(idleReading, {
  stage: 'charging',
  title: 'Volts at idle',
  minutes: 2,
  hands: 1,
  points: fixed('bank'),
  judge,
  words: ({ volts, rpm, loads }) => `${voltsText(volts)} at ${figure(rpm, 0)} rpm, loads ${loads}`,
  leads: acrossBank,
  owes: ({ facts }) => (facts.isQuick ? ['bank'] : []),
  blocked: blockedByUnsafeBattery,
  tellsOfRunning: () => true,
});
