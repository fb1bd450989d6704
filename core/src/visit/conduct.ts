import { stepTitle } from './catalogue';
import { pointName } from './pointName';
import type { Judgement } from './judgement';
import { nextStep, type NextStep } from './next';
import { obligatoryPlaces } from './obligation';
import type { Outcomes } from './outcomes';
import type { Retest } from './retest';

/** What a visit goes on with: a repeated test after a repair first, then the order of work. */
export interface Conducted extends NextStep {
  readonly retest: boolean;
}

/**
 * The step to conduct now. Steps the technician skipped, with a reason, are passed over; they stay owed.
 * @param skipped `step@point` of every skipped step
 */
export const conductNext = (
  outcomes: Outcomes,
  retests: readonly Retest[],
  skipped: ReadonlySet<string>,
): Conducted | null => {
  const again = retests.find(({ step, point }) => !skipped.has(`${step}@${point}`));
  if (again !== undefined) {
    return {
      step: again.step,
      point: again.point,
      because: `${stepTitle(again.step)}, ${pointName(again.point)}: the same test again after "${again.repair.action}".`,
      retest: true,
    };
  }
  const next = nextStep(
    outcomes,
    obligatoryPlaces(outcomes).filter(({ step, point }) => !skipped.has(`${step}@${point}`)),
  );
  return next === null || skipped.has(`${next.step}@${next.point}`) ? null : { ...next, retest: false };
};

/** Tests that separate what one failed reading leaves open, in the order of least work. */
export const separatingTests = (
  { findings }: Judgement,
  outcomes: Outcomes,
): readonly { readonly step: NextStep['step']; readonly point: string; readonly why: string }[] => {
  const { unit } = outcomes.facts;
  const asks: { step: NextStep['step']; point: string; why: string }[] = [];
  const ask = (step: NextStep['step'], point: string, why: string): void => {
    if (outcomes.at(step, point) === null) asks.push({ step, point, why });
  };
  for (const { code, subject, severity } of findings) {
    if (severity === 'watch') continue;
    switch (code) {
      case 'battery.keeps-drawing':
        if (subject === 'bank' || subject.startsWith('set:')) {
          for (const { position, set } of unit.bank.batteries) {
            if (subject === 'bank' || subject === `set:${set}`)
              ask('charge.recharge', position, 'which battery keeps taking the current');
          }
        }
        break;
      case 'cable.starter-positive':
        for (const joint of ['starter.B+', ...unit.bank.batteries.map(({ position }) => `${position}+`)])
          ask('start.joint', joint, 'which joint of the positive side loses the volts');
        break;
      case 'cable.starter-negative':
        for (const joint of [
          'starter.ground',
          'block.ground',
          ...unit.bank.batteries.map(({ position }) => `${position}-`),
        ])
          ask('start.joint', joint, 'which joint of the ground side loses the volts');
        break;
      case 'cable.charge':
        ask('charge.drop', 'positive', 'which side of the charging cables loses the volts');
        ask('charge.drop', 'negative', 'which side of the charging cables loses the volts');
        break;
      case 'start.low-supply':
        ask('start.drop', 'positive', 'cables or batteries');
        ask('start.drop', 'negative', 'cables or batteries');
        ask('start.crankVolts', 'bank', 'cables or batteries');
        break;
      case 'alternator.low-output':
      case 'alternator.low-volts':
        ask('charge.ripple', subject, 'a lost phase or diode');
        break;
      default:
        break;
    }
  }
  return asks.slice(0, 8);
};
