import { alternatorOfCable, isChargeCable } from '../drawing/chargeCable';
import { alternatorsOf } from '../unit/bank';
import type { Machine } from '../circuit/machine';

/** What the clamp goes round: a cable of the model by its name, and whether its current counts the other way. */
interface Clamped {
  readonly resistor: string;
  readonly sign: 1 | -1;
}

/** The cables of the model a clamp of the bench goes round: their currents add up to what it shows. */
export const clampedAt = (clamp: string, { unit, batteries }: Machine): readonly Clamped[] => {
  if (clamp.startsWith('post:')) return [{ resistor: `joint ${clamp.slice(5)}+`, sign: -1 }];
  if (clamp === 'bank') return batteries.map(({ position }) => ({ resistor: `joint ${position}+`, sign: -1 }));
  if (!isChargeCable(clamp)) return [{ resistor: 'starterPositive', sign: 1 }];
  const alternator = alternatorOfCable(clamp) ?? alternatorsOf(unit)[0]?.id ?? '';
  return [{ resistor: `chargePositive ${alternator}`, sign: 1 }];
};
