import { PROFILES } from '../method/profile';
import { alternatorIds, positions } from '../unit/points';
import type { Outcomes } from './outcomes';
import type { ReadStep } from './reading';

/** A step at a point that a visit owes or asks for. */
export interface Place {
  readonly step: ReadStep;
  readonly point: string;
}

/** A battery with a damaged case, or one that failed at rest, owes no load test and gets none. */
const owesLoad = (outcomes: Outcomes, position: string): boolean => {
  const damaged = outcomes.at('look.case', position)?.troubles.some(({ code }) => code === 'battery.case') ?? false;
  return !damaged && outcomes.at('battery.openCircuit', position)?.verdict !== 'fail';
};

const decidingPlaces = (outcomes: Outcomes): Place[] => {
  const at = positions(outcomes.facts.unit);
  const step = PROFILES[outcomes.facts.limits.profile].decidingTest;
  switch (step) {
    case 'battery.starterLoad':
      return [{ step, point: 'bank' }];
    case 'battery.conductance':
      return at.map((point) => ({ step, point }));
    case 'battery.load':
      return at.filter((position) => owesLoad(outcomes, position)).map((point) => ({ step, point }));
  }
};

/** Every step the visit owes, in the order it is taken; what the readings so far excuse is left out. */
export const obligatoryPlaces = (outcomes: Outcomes): Place[] => {
  const { unit } = outcomes.facts;
  const at = positions(unit);
  return [
    { step: 'look.belt', point: 'drive' },
    ...at.flatMap((position): Place[] => [
      { step: 'look.case', point: position },
      { step: 'look.joint', point: `${position}+` },
      { step: 'look.joint', point: `${position}-` },
    ]),
    ...at.map((point): Place => ({ step: 'battery.openCircuit', point })),
    ...decidingPlaces(outcomes),
    { step: 'start.drop', point: 'positive' },
    { step: 'start.drop', point: 'negative' },
    { step: 'charge.volts', point: 'bank' },
    { step: 'charge.drop', point: 'positive' },
    { step: 'charge.drop', point: 'negative' },
    ...alternatorIds(unit).map((point): Place => ({ step: 'charge.output', point })),
    { step: 'charge.recharge', point: 'bank' },
  ];
};
