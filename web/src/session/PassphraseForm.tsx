import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { Field } from '../control/Field';
import { PrimaryKey } from '../control/Key';
import { SecretField } from '../control/SecretField';
import { useOnce } from '../control/useOnce';
import { useSignInMutation } from './signInApi';
import { useWaitSeconds } from './useWaitSeconds';

const Form = styled.form`
  display: grid;
  gap: 1rem;
  align-content: start;
  h2 {
    font-size: 2rem;
  }
  > div > input,
  input {
    min-height: 64px;
    font-size: 1.3rem;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

/** Signs in by name and passphrase. */
export const PassphraseForm = ({
  title,
  name: known,
  entered,
  children,
}: {
  readonly title: string;
  /** Whose passphrase it is, where that was chosen already. */
  readonly name?: string;
  readonly entered: () => void;
  readonly children?: ReactNode;
}) => {
  const [signIn] = useSignInMutation();
  const [typed, setTyped] = useState(known ?? '');
  const [passphrase, setPassphrase] = useState('');
  const wait = useWaitSeconds();
  const [pending, ask] = useOnce(async () => {
    const result = await signIn({ name: known ?? typed, passphrase });
    setPassphrase('');
    if (result.error === undefined) entered();
    else wait.refuse(result.error);
  });
  return (
    <Form
      aria-label={title}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (wait.left === 0) void ask();
      }}
    >
      <h2>{title}</h2>
      {known === undefined ? <Field label="Name" name="username" value={typed} onChange={setTyped} /> : null}
      <SecretField
        label={known === undefined ? 'Passphrase' : `Passphrase of ${known}`}
        value={passphrase}
        onChange={setPassphrase}
      />
      {wait.words === null ? null : (
        <Wrong role="alert">
          {wait.words}
          {wait.left > 0 ? ` Wait ${wait.left} s; a lead can unlock it.` : null}
        </Wrong>
      )}
      <PrimaryKey type="submit" isPending={pending} isDisabled={wait.left > 0 || passphrase === ''}>
        Sign in
      </PrimaryKey>
      {children}
    </Form>
  );
};
