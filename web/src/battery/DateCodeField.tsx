import { monthText, readDateCode } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { useFleetQuery } from '../api/api';
import { todayText } from '../control/dates';
import { Field } from '../control/Field';
import { Key } from '../control/Key';

const Line = styled.div`
  grid-column: span 2;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 1rem;
  align-items: end;
  p {
    align-self: center;
    font-weight: 640;
    padding-top: 1.2rem;
  }
  div {
    display: flex;
    gap: 8px;
  }
`;

/**
 * The code a battery is marked with, read to the month it was made in; where it may be two months, somebody says which.
 * @param made such as `2025-11`; empty where it is not known
 */
export const DateCodeField = ({
  made,
  setMade,
}: {
  readonly made: string;
  readonly setMade: (made: string) => void;
}) => {
  const { data: fleet } = useFleetQuery();
  const [code, setCode] = useState('');
  const read = (text: string) => readDateCode(text, todayText(), fleet?.dateCodes);
  const months = read(code);
  return (
    <Line>
      <Field
        label="Date code on it, if there is one"
        value={code}
        onChange={(text) => {
          setCode(text);
          const [only, another] = read(text);
          setMade(only !== undefined && another === undefined ? only.month : '');
        }}
        error={code.trim() !== '' && months.length === 0 ? 'expected such as C5, or a code this shop reads' : undefined}
      />
      {made !== '' ? (
        <p role="status">made {monthText(made)}</p>
      ) : months.length > 1 ? (
        <div role="group" aria-label="Which month it was made in">
          {months.map(({ month }) => (
            <Key key={month} onPress={() => setMade(month)}>
              {monthText(month)}
            </Key>
          ))}
        </div>
      ) : null}
    </Line>
  );
};
