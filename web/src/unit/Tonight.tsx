import type { UnitDetail } from '@vaktman/contract';
import { coldAnswer, degreesShort, figure, nightAdvice, type ColdBand, degreesOf } from '@vaktman/core';
import styled from 'styled-components';
import { useReaderUnits } from '../control/ReaderContext';
import { Words } from '../control/Words';
import { weekdayText } from '../control/dates';
import { Mark } from '../control/Mark';
import type { ColdestNight } from '../watch/watchFilter';

const Warning = styled.section`
  border: 3px solid var(--failed);
  padding: 0.8rem 1rem;
  h2 {
    font-size: 1.5rem;
    line-height: 1.1;
    padding: 0.2rem 0;
  }
`;

/** Said first of a unit that will not start in the coming cold: by how much, and what helps it over the night. */
export const Tonight = ({
  detail,
  cold,
  night,
}: {
  detail: Pick<UnitDetail, 'visits' | 'retired'>;
  cold: ColdBand | null;
  night: ColdestNight | null;
}) => {
  const units = useReaderUnits();
  const unfinished = detail.visits[0]?.disposition === 'unfinished';
  if (night === null || detail.retired !== null || unfinished || coldAnswer(cold, night.lowestC) !== 'will-not')
    return null;
  const short = degreesShort(cold, night.lowestC);
  return (
    <Warning aria-label="The coming cold">
      <Mark kind="failed" word="will not start" />
      <h2>
        {weekdayText(night.date)} night, <Words>{`${figure(night.lowestC, 0)} °C`}</Words>:{' '}
        {figure(degreesOf(Math.max(1, short), units), 0)}° short
      </h2>
      <p>Before that night: {nightAdvice(short).join(', ')}.</p>
    </Warning>
  );
};
