import { useId, type ComponentProps, type ReactNode } from 'react';
import { FieldError, Input, Label, TextField } from 'react-aria-components';
import styled, { css } from 'styled-components';

export const fieldBox = css`
  font: inherit;
  font-size: 1.15rem;
  font-weight: 600;
  color: inherit;
  background: var(--raised);
  border: 1.6px solid var(--ink);
  border-radius: 0;
  min-height: 48px;
  width: 100%;
  min-width: 0;
  padding: 0 0.7rem;
  &[data-invalid],
  &[aria-invalid='true'] {
    border: 3px solid var(--failed);
  }
`;

const Text = styled(TextField)`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.2rem;
  align-content: start;
  label {
    font-size: 0.95rem;
    color: var(--ink-2);
  }
  input {
    ${fieldBox}
  }
`;

export const fieldErrorStyle = css`
  color: var(--failed);
  font-weight: 650;
  font-size: 0.95rem;
`;
const Wrong = styled(FieldError)`
  ${fieldErrorStyle}
`;
const WrongText = styled.span`
  ${fieldErrorStyle}
`;

type FieldProps = {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly error?: string | undefined;
  readonly inputMode?: ComponentProps<'input'>['inputMode'];
  readonly type?: string;
  readonly isDisabled?: boolean;
  readonly name?: string;
};

/** A labelled line of text with what is wrong beside it. */
export const Field = ({ label, value, onChange, error, inputMode, type, isDisabled, name }: FieldProps) => (
  <Text
    value={value}
    onChange={onChange}
    isInvalid={error !== undefined}
    isDisabled={isDisabled === true}
    {...(name === undefined ? {} : { name })}
    {...(type === undefined ? {} : { type })}
  >
    <Label>{label}</Label>
    <Input inputMode={inputMode} autoComplete="off" />
    <Wrong>{error}</Wrong>
  </Text>
);

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

const Group = styled.fieldset`
  border: 0;
  border-top: 2px solid var(--ink);
  margin: 0;
  padding: 0.8rem 0 0;
  legend {
    float: left;
    width: 100%;
    font-size: 1.3rem;
    font-weight: 720;
    font-stretch: 74%;
    padding: 0 0 0.6rem;
  }
`;
export const FieldGroup = ({ title, children }: { title: string; children: ReactNode }) => (
  <Group>
    <legend>{title}</legend>
    <div style={{ clear: 'both', display: 'grid', gap: '0.8rem', justifyItems: 'stretch' }}>{children}</div>
  </Group>
);
