import type { ReaderUnits } from '@vaktman/core';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { unitsChosen } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';

const Grid = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 1rem;
  padding: 0.7rem 0;
`;

const CHOICES: readonly (readonly [
  key: keyof ReaderUnits,
  label: string,
  options: readonly (readonly [value: string, words: string])[],
])[] = [
  [
    'temperature',
    'Temperatures in',
    [
      ['C', '°C'],
      ['F', '°F'],
    ],
  ],
  [
    'distance',
    'Distances in',
    [
      ['km', 'km'],
      ['mi', 'miles'],
    ],
  ],
  [
    'area',
    'Cable sizes in',
    [
      ['mm2', 'mm²'],
      ['awg', 'AWG'],
    ],
  ],
  [
    'decimal',
    'Decimal sign',
    [
      ['.', 'point: 12.65'],
      [',', 'comma: 12,65'],
    ],
  ],
];

/** Units and decimal sign as the reader of this device likes them; what is kept and sent is the same for all. */
export const ReaderChoices = () => {
  const dispatch = useAppDispatch();
  const units = useAppSelector((state) => state.settings.units);
  return (
    <Grid>
      {CHOICES.map(([key, label, options]) => (
        <ChoiceField
          key={key}
          label={label}
          value={units[key]}
          onChange={(value) => dispatch(unitsChosen({ [key]: value }))}
          options={options}
        />
      ))}
    </Grid>
  );
};
