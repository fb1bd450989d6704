import { leadsFor, type Leads, type Unit } from '@vaktman/core';
import type { RungName } from '../drawing/ladderRungs';

/** What is read for the ladder: the bank, and each stretch. */
export type Target = 'source' | RungName;
export const ORDER: readonly Target[] = ['source', 'positive', 'solenoid', 'motor', 'negative'];
export const TITLES: Readonly<Record<Target, string>> = {
  source: 'Bank while cranking',
  positive: 'Positive cable',
  solenoid: 'Solenoid contacts',
  motor: 'Starter motor',
  negative: 'Ground side',
};

export const leadsOf = (unit: Unit, target: Target): Leads => {
  switch (target) {
    case 'source':
      return leadsFor(unit, 'start.crankVolts', 'bank');
    case 'positive':
    case 'negative':
      return leadsFor(unit, 'start.drop', target, 'crank');
    case 'solenoid':
      return leadsFor(unit, 'start.solenoid', 'starter');
    case 'motor':
      return leadsFor(unit, 'start.motor', 'starter');
  }
};
