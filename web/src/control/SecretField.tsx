import { Eye, EyeOff } from 'lucide-react';
import { useState, type Ref } from 'react';
import { FieldError, Input, Label, TextField, ToggleButton } from 'react-aria-components';
import styled from 'styled-components';
import { fieldBox, fieldErrorStyle } from './fieldStyle';

const Text = styled(TextField)`
  display: grid;
  gap: 0.2rem;
  label {
    font-size: 0.95rem;
    color: var(--ink-2);
  }
  div {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 64px;
  }
  input {
    ${fieldBox}
    min-height: 64px;
  }
  button {
    display: grid;
    place-items: center;
    border: 2px solid var(--ink);
    border-left: 0;
    background: var(--shade);
    color: inherit;
    cursor: pointer;
  }
`;
const Wrong = styled(FieldError)`
  ${fieldErrorStyle}
`;

/** A passphrase: hidden until it is asked to be shown, filled in by whatever keeps passphrases on this device. */
export const SecretField = ({
  label,
  value,
  onChange,
  error,
  isNew = false,
  name = 'passphrase',
  inputRef,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly error?: string | undefined;
  /** It is being chosen, not given. */
  readonly isNew?: boolean;
  readonly name?: string;
  readonly inputRef?: Ref<HTMLInputElement>;
}) => {
  const [isShown, setShown] = useState(false);
  return (
    <Text
      value={value}
      onChange={onChange}
      isInvalid={error !== undefined}
      name={name}
      type={isShown ? 'text' : 'password'}
      autoComplete={isNew ? 'new-password' : 'current-password'}
    >
      <Label>{label}</Label>
      <div>
        <Input ref={inputRef} spellCheck="false" autoCapitalize="none" />
        <ToggleButton aria-label="Show what is typed" isSelected={isShown} onChange={setShown}>
          {isShown ? <EyeOff aria-hidden="true" /> : <Eye aria-hidden="true" />}
        </ToggleButton>
      </div>
      <Wrong>{error}</Wrong>
    </Text>
  );
};
