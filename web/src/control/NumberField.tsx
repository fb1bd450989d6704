import type { Ref } from 'react';
import { FieldError, Input, Label, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { fieldBox, fieldErrorStyle } from './fieldStyle';
import { useWords } from './ReaderContext';
import { useReaderNumber } from './useReaderNumber';

const Line = styled(TextField)`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.2rem;
  align-content: start;
  label {
    font-size: 0.95rem;
    color: var(--ink-2);
  }
  /* The unit stands beside the number; after the label it is only read out. */
  label span {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
`;
const Box = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: stretch;
  input {
    ${fieldBox}
    border-right-width: 0;
  }
  > span {
    display: grid;
    place-items: center;
    min-width: 3rem;
    padding: 0 0.6rem;
    border: 1.6px solid var(--ink);
    border-left: 1px solid var(--rule);
    background: var(--shade);
    color: var(--ink-2);
    font-weight: 620;
    white-space: nowrap;
  }
  &.bare input {
    border-right-width: 1.6px;
  }
`;
const Wrong = styled(FieldError)`
  ${fieldErrorStyle}
`;

export interface NumberFieldProps {
  readonly label: string;
  /** Stands beside the number; empty where it has none. */
  readonly unit: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly error?: string | undefined;
  /** True where it may be below zero: a phone's number pad has no minus. */
  readonly signed?: boolean;
  readonly name?: string;
  readonly isDisabled?: boolean;
  /** Takes the keyboard when something is wrong here. */
  readonly inputRef?: Ref<HTMLInputElement>;
}

/**
 * What is wrong as it is shown: what came has the unit it was expected in, since a bare number would stay in ours where the
 * rest is put into the reader's; and below zero has a minus.
 */
const shownError = (error: string): string =>
  error.replace(/^(expected \S+ to \S+ (\S+), received -?[\d.]+)$/, '$1 $2').replaceAll(/(?<!\S)-(?=\d)/g, '−');

/** A labelled number with its unit beside it, kept as typed, comma or point, and with what is wrong below. */
export const NumberField = ({
  label,
  unit: ownUnit,
  value: ownValue,
  onChange: tell,
  error,
  signed,
  name,
  isDisabled,
  inputRef,
}: NumberFieldProps) => {
  const { unit, value, onChange } = useReaderNumber(ownUnit, ownValue, tell);
  const words = useWords();
  return (
    <Line
      value={value}
      onChange={onChange}
      isInvalid={error !== undefined}
      isDisabled={isDisabled === true}
      {...(name === undefined ? {} : { name })}
    >
      <Label>
        {label}
        {unit === '' ? null : <span>, {unit}</span>}
      </Label>
      <Box className={unit === '' ? 'bare' : ''}>
        <Input ref={inputRef} inputMode={signed === true ? 'text' : 'decimal'} autoComplete="off" />
        {unit === '' ? null : <span aria-hidden="true">{unit}</span>}
      </Box>
      <Wrong>{error === undefined ? undefined : words(shownError(error))}</Wrong>
    </Line>
  );
};
