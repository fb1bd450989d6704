import type { ColdAnswer } from '@vaktman/core';
import type { ColdestNight, WatchUnit } from './watchFilter';
import { countByAnswer } from './watchFilter';
import { weekdayText } from '../control/dates';

const NUMBERS = [
  'No',
  'One',
  'Two',
  'Three',
  'Four',
  'Five',
  'Six',
  'Seven',
  'Eight',
  'Nine',
  'Ten',
  'Eleven',
  'Twelve',
];
const counted = (count: number): string => NUMBERS[count] ?? count.toLocaleString('en-GB');

/** The night the week is planned for: the coldest of all yards. */
export const nightWords = (nights: ReadonlyMap<string, ColdestNight>): string => {
  const coldest = [...nights.values()].sort((a, b) => a.lowestC - b.lowestC)[0];
  return coldest === undefined ? 'in the coming cold' : `on ${weekdayText(coldest.date)} night`;
};

/** The watch in one sentence, a part for each answer; the first one names the night. */
export const answerWords = (
  counts: Readonly<Record<ColdAnswer, number>>,
  night: string,
): readonly { readonly answer: ColdAnswer; readonly words: string }[] => {
  const parts = (
    [
      ['will-not', 'will not start'],
      ['may-not', 'may not start'],
      ['unsaid', 'cannot be judged yet'],
      ['will', 'will start'],
    ] as const
  ).filter(([answer]) => counts[answer] > 0);
  return parts.map(([answer, words], index) => {
    const count = counted(counts[answer]);
    return {
      answer,
      words: `${index === 0 ? count : count.toLowerCase()} ${words}${index === 0 && answer !== 'unsaid' ? ` ${night}` : ''}`,
    };
  });
};

const listed = (units: readonly WatchUnit[]): string => {
  const names = units.map(({ row }) => row.unitId);
  if (names.length > 5) return `${names.length} units`;
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
};

/** How the watch stands after the planned repairs, in a few sentences. */
export const doneWords = (after: readonly WatchUnit[], night: string): string => {
  const counts = countByAnswer(after);
  const of = (answer: ColdAnswer) => after.filter((unit) => unit.answer === answer);
  return [
    counts['will-not'] === 0 ? `None fails ${night}.` : `${listed(of('will-not'))} still will not start ${night}.`,
    ...(counts['may-not'] === 0 ? [] : [`${listed(of('may-not'))} may not.`]),
    ...(counts.unsaid === 0
      ? []
      : [`${listed(of('unsaid'))} ${counts.unsaid === 1 ? 'depends on its' : 'depend on their'} tests.`]),
  ].join(' ');
};
