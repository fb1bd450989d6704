import { runsOf } from '../unit/runs';
import type { Unit } from '../unit/unit';

/** Steps whose value can be watched for a while. */
export const LOGGED_STEPS = ['charge.volts', 'charge.drop', 'start.joint'] as const;
export type LoggedStep = (typeof LOGGED_STEPS)[number];

/** The joints of the circuit a logged value hangs on, in order: those of its run, or of both charging runs. */
export const logJoints = (unit: Unit, step: LoggedStep, point: string): readonly string[] => {
  if (step === 'start.joint') return [point];
  const alternator = /ALT\d/.exec(point)?.[0];
  const wanted = runsOf(unit).filter(
    ({ name, alternator: own }) =>
      (name === 'chargePositive' || name === 'chargeNegative') &&
      (own === null || alternator === undefined || own === alternator) &&
      !(step === 'charge.drop' && point.startsWith('negative') && name === 'chargePositive') &&
      !(step === 'charge.drop' && point.startsWith('positive') && name === 'chargeNegative'),
  );
  return [...new Set(wanted.flatMap(({ from, points }) => [from, ...points]))];
};
