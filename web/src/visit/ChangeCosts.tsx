import { changeCosts, figure, type ChangeCost, type Unit } from '@vaktman/core';
import styled from 'styled-components';
import { numberIn } from '../control/numberIn';
import { NumberField } from '../control/NumberField';
import { batteryPriceTyped } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';

const Part = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 12rem;
  gap: 0 1.4rem;
  align-items: end;
  max-width: 46rem;
  li {
    padding: 0.25rem 0;
  }
`;

const words = ({ way, batteriesNow, batteriesLater, minutes, price }: ChangeCost): string => {
  const count = (number: number): string => `${number} ${number === 1 ? 'battery' : 'batteries'}`;
  const later = batteriesLater === 0 ? '' : `, and ${count(batteriesLater)} as old that will follow`;
  const money = price === null ? '' : `, ${figure(price, 0)} in all`;
  return `${way === 'one' ? 'This one' : 'The set'}: ${count(batteriesNow)} now${later}; about ${minutes} min of hands${money}.`;
};

/** What changing one battery takes, and changing the set, side by side. */
export const ChangeCosts = ({ unit, position }: { readonly unit: Unit; readonly position: string }) => {
  const dispatch = useAppDispatch();
  const typed = useAppSelector((state) => state.settings.batteryPrice);
  const price = numberIn(typed, { min: 0, max: 1_000_000, unit: '' });
  return (
    <Part aria-label="What it takes">
      <ul>
        {changeCosts(unit, position, new Date(), price.value).map((cost) => (
          <li key={cost.way}>{words(cost)}</li>
        ))}
      </ul>
      <NumberField
        label="Price of one battery"
        unit=""
        value={typed}
        onChange={(text) => dispatch(batteryPriceTyped(text))}
        error={price.error}
      />
    </Part>
  );
};
