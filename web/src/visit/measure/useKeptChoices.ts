import { useState } from 'react';
import { keepEntry, keptEntry } from '../../control/keptEntry';
import type { MeasureSpec } from './spec';

type Choices = Readonly<Record<string, string>>;

/** What was chosen beside the numbers, kept with what was typed: a reload takes neither away without the other. */
export const useKeptChoices = (
  offered: MeasureSpec['choices'],
  keptAs: string,
): readonly [Choices, (choices: Choices) => void] => {
  const [choices, setChoices] = useState<Choices>(() => {
    const kept = keptEntry(keptAs, Date.now())?.texts;
    return Object.fromEntries(
      offered.map(({ key, initial, options }) => [
        key,
        options.find(([value]) => value === kept?.[key])?.[0] ?? initial,
      ]),
    );
  });
  return [
    choices,
    (chosen) => {
      keepEntry(keptAs, { texts: chosen, active: '' }, Date.now());
      setChoices(chosen);
    },
  ];
};
