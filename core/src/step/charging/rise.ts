import type * as z from 'zod';
import type { LimitBook } from '../../method/book';
import { isOver, isUnder } from '../../quantity/compare';
import { figure, voltsText } from '../../quantity/display';
import { saneRpm, saneVolts } from '../../quantity/sanity';
import { readingOf } from '../../judging/readingBase';
import { againstMin, inconclusive, marginal, NO_LIMIT, passed, trouble, type Outcome } from '../../judging/verdict';
import { acrossBank } from '../../judging/leads';
import { fixed, stepRecord } from '../../judging/stepRecord';
import { blockedByUnsafeBattery } from '../look/caseLook';
import { restingBankVolts } from '../battery/openCircuit';

/** Bank volts with every load on, engine at 1500 to 2000 rpm. */
const riseReading = readingOf('charge.rise', { volts: saneVolts, rpm: saneRpm });
type RiseReading = z.infer<typeof riseReading>;

const SPEED_RPM = { min: 1500, max: 2000 } as const;

/**
 * Does the bank still gain with every load on? Stands beside the running volts, never instead of them.
 * @param restingVolts bank at rest: mean of its strings' sums; null when no string was read
 */
const judgeRise = (reading: RiseReading, restingVolts: number | null, limits: LimitBook): Outcome => {
  const { volts, rpm } = reading;
  if (restingVolts === null)
    return inconclusive(
      NO_LIMIT,
      'The bank was not read at rest, so a rise cannot be told.',
      'Read the open-circuit volts of the batteries.',
    );
  const rise = limits.get('riseVolts');
  const limit = { ...rise, value: restingVolts + rise.value };
  const against = againstMin(limit, volts);
  const enough = !isUnder(volts, limit.value);
  const speed = `${figure(rpm, 0)} rpm`;
  const redo = `Hold ${SPEED_RPM.min} to ${SPEED_RPM.max} rpm with every load on and read again.`;
  const sentence = `${voltsText(volts)} with every load on, ${voltsText(restingVolts)} at rest + ${voltsText(rise.value)} asked for`;
  if (isUnder(rpm, SPEED_RPM.min) && !enough) return inconclusive(against, `${sentence}, but at only ${speed}.`, redo);
  if (isOver(rpm, SPEED_RPM.max) && enough) return inconclusive(against, `${sentence}, but at ${speed}.`, redo);
  return enough
    ? passed(against, `${sentence}.`)
    : marginal(against, `${sentence}: it does not keep up.`, [
        trouble(
          'charge.low-rise',
          'bank',
          `${sentence}: it does not keep up. Read the charging cables first.`,
          'recheck',
        ),
      ]);
};

export const rise = stepRecord(riseReading, {
  stage: 'charging',
  title: 'Rise with every load on',
  minutes: 3,
  hands: 1,
  points: fixed('bank'),
  judge: (reading, scene) => judgeRise(reading, restingBankVolts(scene), scene.facts.limits),
  words: ({ volts, rpm }) => `${voltsText(volts)} at ${figure(rpm, 0)} rpm`,
  leads: acrossBank,
  blocked: blockedByUnsafeBattery,
  tellsOfRunning: () => true,
});
