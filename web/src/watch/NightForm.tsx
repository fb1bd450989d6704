import type { Yard } from '@vaktman/contract';
import { useState } from 'react';
import styled from 'styled-components';
import { useTypeNightMutation } from '../api/api';
import { problemText } from '../api/failure';
import { ChoiceField } from '../control/ChoiceField';
import { NumberField } from '../control/NumberField';
import { numberIn } from '../control/numberIn';
import { Key, QuietKey } from '../control/Key';
import { PHONE } from '../theme/screen';
import { dayText, weekdayText } from '../control/dates';

const Form = styled.form`
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: 1fr 1fr 8rem auto auto;
  gap: 0.8rem;
  align-items: end;
  padding: 0.4rem 0 0.6rem;
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;

const LOWEST = { min: -60, max: 60, unit: '°C' };

/** A night's lowest, where somebody knows it better than the forecast. */
export const NightForm = ({
  yards,
  dates,
  close,
}: {
  yards: readonly Yard[];
  dates: readonly string[];
  close: () => void;
}) => {
  const [yardId, setYardId] = useState(yards[0]?.yardId ?? '');
  const [date, setDate] = useState(dates[0] ?? '');
  const [lowest, setLowest] = useState('');
  const [error, setError] = useState<string | undefined>();
  const [typeNight, { isLoading }] = useTypeNightMutation();
  const keep = async (): Promise<void> => {
    const { value: lowestC, error: wrong } = numberIn(lowest, LOWEST);
    if (wrong !== undefined) {
      setError(wrong);
      return;
    }
    const answer = await typeNight({ yardId, date, lowestC });
    if (answer.error === undefined) close();
    else setError(problemText(answer.error));
  };
  return (
    <Form
      noValidate
      aria-label="Type a night in"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <ChoiceField
        label="Yard"
        value={yardId}
        onChange={setYardId}
        options={yards.map((yard) => [yard.yardId, yard.name] as const)}
      />
      <ChoiceField
        label="Night"
        value={date}
        onChange={setDate}
        options={dates.map((day) => [day, `${weekdayText(day)} ${dayText(day)}`] as const)}
      />
      <NumberField
        label="Lowest, empty: as forecast"
        unit="°C"
        signed
        value={lowest}
        onChange={setLowest}
        error={error}
      />
      <Key type="submit" isDisabled={isLoading}>
        Keep
      </Key>
      <QuietKey onPress={close}>Leave</QuietKey>
    </Form>
  );
};
