import type { LoggedStep } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { Key, PrimaryKey, QuietKey } from '../../control/Key';
import { numberIn, type NumberRange } from '../../control/numberIn';
import { NumberField } from '../../control/NumberField';

const Column = styled.div`
  display: grid;
  gap: 0.8rem;
  align-content: start;
`;
const UNDER: Readonly<Record<LoggedStep, { readonly label: string; readonly range: NumberRange }>> = {
  'charge.volts': { label: 'Engine speed', range: { min: 0, max: 5000, unit: 'rpm' } },
  'charge.drop': { label: 'Amps flowing', range: { min: 0, max: 3000, unit: 'A' } },
  'start.joint': { label: 'Amps flowing', range: { min: 0, max: 3000, unit: 'A' } },
};

/** Before a log: under what it is taken, and whether instruments are listened to or values typed. */
export const LogStart = ({
  step,
  canListen,
  start,
  back,
}: {
  readonly step: LoggedStep;
  readonly canListen: boolean;
  /** @param under rpm or A */
  readonly start: (under: number, byFeed: boolean) => void;
  readonly back: () => void;
}) => {
  const { label, range } = UNDER[step];
  const [text, setText] = useState('');
  const [tried, setTried] = useState(false);
  const { value, error } = numberIn(text, range);
  const begin = (byFeed: boolean): void => {
    setTried(true);
    if (value !== null && error === undefined) start(value, byFeed);
  };
  return (
    <Column>
      <NumberField
        label={label}
        unit={range.unit}
        value={text}
        onChange={setText}
        error={error ?? (tried && value === null ? 'enter what it is logged under' : undefined)}
      />
      {canListen ? <PrimaryKey onPress={() => begin(true)}>Listen to the instruments</PrimaryKey> : null}
      <Key onPress={() => begin(false)}>Type the values as they move</Key>
      <QuietKey onPress={back}>Back to the reading</QuietKey>
    </Column>
  );
};
