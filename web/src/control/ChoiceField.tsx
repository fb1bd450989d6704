import { useId } from 'react';
import styled from 'styled-components';
import { fieldBox, fieldErrorStyle } from './fieldStyle';

const WrongText = styled.span`
  ${fieldErrorStyle}
`;

const Choice = styled.div`
  display: grid;
  gap: 0.2rem;
  align-content: start;
  > label {
    font-size: 0.95rem;
    color: var(--ink-2);
  }
  select {
    ${fieldBox}
  }
`;

/** A labelled choice among a few words. */
export const ChoiceField = ({
  label,
  value,
  onChange,
  options,
  error,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [value: string, words: string])[];
  error?: string | undefined;
}) => {
  const id = useId();
  return (
    <Choice>
      <label htmlFor={id}>{label}</label>
      <select
        id={id}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        aria-invalid={error !== undefined}
      >
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      {error === undefined ? null : <WrongText role="alert">{error}</WrongText>}
    </Choice>
  );
};
