import type { UnitDraft } from '@vaktman/contract';
import { parseArrangement, type Battery, type ImportAnswer } from '@vaktman/core';

interface Entry {
  readonly yard: string;
  readonly profile?: UnitDraft['profile'];
  readonly unit: UnitDraft['unit'];
}

const entriesOf = ({ units = [] }: ImportAnswer): readonly Entry[] => units as readonly Entry[];

/** Units of a list that do not tell of every battery of their bank. */
export const withoutBatteries = (answer: ImportAnswer): number =>
  entriesOf(answer).filter(({ unit: { bank } }) => {
    const { series, parallel } = parseArrangement(bank.arrangement);
    return bank.batteries.length < series * parallel;
  }).length;

/** Units as they are registered. @param chemistry of batteries the list tells nothing of; null where it tells of all */
export const draftsOf = (answer: ImportAnswer, chemistry: Battery['chemistry'] | null): UnitDraft[] =>
  entriesOf(answer).map(({ yard, profile, unit }) => {
    const { series, parallel } = parseArrangement(unit.bank.arrangement);
    const batteries = [...'ABCDEF'].slice(0, series * parallel).flatMap((position, index): Battery[] => {
      const told = unit.bank.batteries.find((battery) => battery.position === position);
      if (told !== undefined) return [told];
      return chemistry === null
        ? []
        : [{ position, string: Math.floor(index / series) + 1, chemistry, duty: 'truck' } as Battery];
    });
    return {
      yardId: yard,
      unit: { ...unit, bank: { ...unit.bank, batteries } },
      ...(profile === undefined ? {} : { profile }),
    };
  });
