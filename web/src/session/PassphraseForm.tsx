import { CODE, CODE_DIGITS } from '@vaktman/contract';
import type { SerializedError } from '@reduxjs/toolkit';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { failureOf } from '../api/failure';
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

/** True when the server asks for a code: this browser is new there. */
const asksCode = (error: FetchBaseQueryError | SerializedError): boolean => {
  const failure = failureOf(error);
  return failure.kind === 'refused' && failure.details.type === CODE;
};

/** Signs in by name and passphrase, and by a code where the server asks for one. */
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
  /** Null until the server asks for one. */
  const [code, setCode] = useState<string | null>(null);
  const wait = useWaitSeconds();
  const [pending, ask] = useOnce(async () => {
    const result = await signIn({ name: known ?? typed, passphrase, ...(code === null ? {} : { code }) });
    if (result.error === undefined) return entered();
    // The passphrase was right where a code is asked for, and need not be typed again.
    if (asksCode(result.error)) setCode('');
    else setPassphrase('');
    return wait.refuse(result.error);
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
      {code === null ? null : (
        <Field label={`Code of ${CODE_DIGITS} digits`} name="one-time-code" value={code} onChange={setCode} />
      )}
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
