import type { PlaceOf } from '../judging/scene';
import { CATALOGUE, type ReadStep } from '../step/catalogue';
import type { Outcomes } from './outcomes';

/** A step at a point that a visit owes or asks for. */
export type Place = PlaceOf<ReadStep>;

/** The battery a place of the look belongs to; what belongs to none comes first. */
const batteryOf = (point: string): string => /^([A-F])[+-]?$/.exec(point)?.[1] ?? '';

/** The look goes round battery by battery, case and both joints; everything else step by step. */
const round = (look: readonly Place[]): Place[] =>
  [...look].sort((a, b) =>
    batteryOf(a.point) < batteryOf(b.point) ? -1 : batteryOf(a.point) > batteryOf(b.point) ? 1 : 0,
  );

/** Every step the visit owes, in the order it is taken; what the readings so far excuse is left out. */
export const obligatoryPlaces = (outcomes: Outcomes): Place[] => {
  const owed = (isLook: boolean): Place[] =>
    CATALOGUE.filter(({ stage }) => (stage === 'look') === isLook).flatMap((entry) =>
      (entry.owes?.(outcomes) ?? []).map((point): Place => ({ step: entry.step, point })),
    );
  return [...round(owed(true)), ...owed(false)];
};
