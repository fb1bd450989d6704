import { type ComponentProps, type ReactNode, type Ref } from 'react';
import { FieldError, Input, Label, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { fieldBox, fieldErrorStyle } from './fieldStyle';

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

const Wrong = styled(FieldError)`
  ${fieldErrorStyle}
`;
type FieldProps = {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly error?: string | undefined;
  readonly inputMode?: ComponentProps<'input'>['inputMode'];
  readonly isDisabled?: boolean;
  readonly name?: string;
  /** Takes the keyboard when something is wrong here. */
  readonly inputRef?: Ref<HTMLInputElement>;
};

/** A labelled line of text with what is wrong beside it. */
export const Field = ({ label, value, onChange, error, inputMode, isDisabled, name, inputRef }: FieldProps) => (
  <Text
    value={value}
    onChange={onChange}
    isInvalid={error !== undefined}
    isDisabled={isDisabled === true}
    {...(name === undefined ? {} : { name })}
  >
    <Label>{label}</Label>
    <Input ref={inputRef} inputMode={inputMode} autoComplete="off" />
    <Wrong>{error}</Wrong>
  </Text>
);

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
