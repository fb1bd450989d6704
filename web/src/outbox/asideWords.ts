import type { Entry } from '@vaktman/contract';
import { firstUp, pointName, readingText, stepTitle } from '@vaktman/core';
import { clockTimeText } from '../control/dates';

/** What an entry says, in words a technician uses. */
export const entryWords = (entry: Entry): string => {
  switch (entry.kind) {
    case 'visit':
      return `Visit to ${entry.opening.unit.id} opened, ${clockTimeText(entry.opening.visit.at)}`;
    case 'reading': {
      const { reading } = entry;
      return `${stepTitle(reading.step)}, ${pointName(reading.point)}, ${clockTimeText(reading.at)}: ${readingText(reading)}`;
    }
    case 'event': {
      const { event } = entry;
      const at = clockTimeText(event.at);
      switch (event.kind) {
        case 'repaired':
          return `Repair, ${at}: ${event.repair.action}`;
        case 'closed':
          return `Sign-off, ${at}, ${event.signedBy ?? event.by}`;
        case 'planned':
          return `To do, ${at}: ${event.action}`;
        case 'refused':
          return `Nothing done, ${at}: ${event.reason}`;
        case 'step-skipped':
          return `Step skipped, ${at}: ${event.reason}`;
        case 'wait-skipped':
          return `Did not wait, ${at}: ${event.reason}`;
        case 'cautions-acknowledged':
          return `Cautions acknowledged, ${at}`;
        case 'point-named':
          return `the name ${event.point} along a run`;
        case 'made-safe':
          return `Taken apart, ${at}`;
        case 'photographed':
          return `Picture of ${pointName(event.point)}, ${at}`;
        case 'traced':
          return `Samples of a crank, ${event.name}`;
        case 'discarded':
          return `Visit discarded, ${at}: ${event.reason}`;
        case 'amended':
          return `Amendment opened, ${at}: ${event.reason}`;
      }
    }
  }
};

/** Fields of a reading that can be corrected: its numbers, by name. */
export const numbersOf = (entry: Entry): readonly (readonly [name: string, value: number])[] =>
  entry.kind !== 'reading'
    ? []
    : Object.entries(entry.reading).flatMap(([name, value]) =>
        typeof value === 'number' ? [[name, value] as const] : [],
      );

const UNIT_WORDS: readonly (readonly [ending: RegExp, unit: string])[] = [
  [/volts$/i, 'V'],
  [/amps$/i, 'A'],
  [/C$/, '°C'],
  [/seconds$/i, 's'],
  [/minutes$/i, 'min'],
  [/hours$/i, 'h'],
  [/rpm$/i, 'rpm'],
];

/** A field's name in words with its unit: `lowestVolts` is "Lowest volts, V". */
export const fieldWords = (name: string): string => {
  const words = name
    .replace(/([A-Z])/g, ' $1')
    .toLowerCase()
    .replace(/ c$/, ' temperature');
  const unit = UNIT_WORDS.find(([ending]) => ending.test(name))?.[1];
  return `${firstUp(words)}${unit === undefined ? '' : `, ${unit}`}`;
};
