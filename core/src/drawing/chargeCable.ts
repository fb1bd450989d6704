import { alternatorsOf } from '../unit/bank';
import type { Unit } from '../unit/unit';
import type { ChargeStretchId } from './pathTypes';

const ONE = 'charge.positive';

/** The charge cable of an alternator, as the drawing of the unit's circuit knows it. */
export const chargeCableOf = (unit: Unit, alternator: string): ChargeStretchId =>
  alternatorsOf(unit).length > 1 ? `${ONE}.${alternator}` : ONE;

/** Whether a stretch of the drawing is a charge cable, of the one alternator or of one of several. */
export const isChargeCable = (stretch: string): boolean => stretch === ONE || stretch.startsWith(`${ONE}.`);

/** The alternator a charge cable names; null where it is the only one, and is not named. */
export const alternatorOfCable = (stretch: string): string | null =>
  stretch.startsWith(`${ONE}.`) ? stretch.slice(ONE.length + 1) : null;
