import type { Outcomes } from './outcomes';
import type { Place } from './obligation';

/** Why a step cannot be taken yet, and the step that clears the way. */
export interface Blocked {
  readonly because: string;
  readonly unblock: Place;
}

const charge = (outcomes: Outcomes, position: string): Blocked => ({
  because:
    outcomes.at('battery.openCircuit', position)?.verdict === 'fail'
      ? `Charge battery ${position}, let it rest, and read it again; replace it when that has been done once.`
      : `Charge battery ${position}, let it rest, and read it again: it is low on charge.`,
  unblock: { step: 'battery.openCircuit', point: position },
});

/** What stops a step from meaning anything now, or null when it may be taken. */
export const blockedBy = (outcomes: Outcomes, { step, point }: Place): Blocked | null => {
  switch (step) {
    case 'battery.load':
      return outcomes.isLow(point) ? charge(outcomes, point) : null;
    case 'battery.starterLoad': {
      const low = outcomes.lowBattery();
      return low === null ? null : charge(outcomes, low);
    }
    case 'charge.volts': {
      const low = point === 'bank' ? outcomes.lowBattery() : null;
      return low === null ? null : charge(outcomes, low);
    }
    case 'charge.output': {
      if (outcomes.at(step, point)?.verdict !== 'inconclusive') return null;
      if (outcomes.at('look.belt', 'drive')?.verdict === 'fail') {
        return {
          because: 'Put the belt right and look at it again: the output means nothing before.',
          unblock: { step: 'look.belt', point: 'drive' },
        };
      }
      const side = ['positive', 'negative'].find((at) => outcomes.at('charge.drop', at)?.verdict === 'fail');
      if (side === undefined) return null;
      return {
        because: `Put the ${side} charging cable right and read it again: the output means nothing before.`,
        unblock: { step: 'charge.drop', point: side },
      };
    }
    case 'charge.recharge':
      if (outcomes.at(step, point)?.verdict !== 'inconclusive' || !outcomes.isOvervoltage()) return null;
      return {
        because: 'Put the regulator right and read the running volts again: they drive the recharge current.',
        unblock: { step: 'charge.volts', point: 'bank' },
      };
    default:
      return null;
  }
};

/**
 * Whether the product starts a step now. Stricter than what blocks the order of the visit: a load test also needs the
 * battery's own resting volts passed and a sound case.
 */
export const refusal = (outcomes: Outcomes, place: Place): Blocked | null => {
  const blocked = blockedBy(outcomes, place);
  if (blocked !== null || place.step !== 'battery.load') return blocked;
  const { point } = place;
  const damaged = outcomes.at('look.case', point)?.troubles.find(({ code }) => code === 'battery.case');
  if (damaged !== undefined) return { because: damaged.because, unblock: { step: 'look.case', point } };
  const atRest = outcomes.at('battery.openCircuit', point);
  if (atRest?.verdict === 'pass') return null;
  return {
    because: atRest === null ? `Read battery ${point} at rest first.` : `${atRest.because} ${atRest.redo ?? ''}`.trim(),
    unblock: { step: 'battery.openCircuit', point },
  };
};
