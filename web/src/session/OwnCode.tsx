import styled from 'styled-components';
import { problemText } from '../api/failure';
import { clockTimeText } from '../control/dates';
import { Key } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { useMakeCodeMutation } from './signInApi';

const Digits = styled.p`
  font-size: 2.6rem;
`;

/** A code for signing in at a browser that is new: told once, good for one time. */
export const OwnCode = () => {
  const [makeCode, { data, error }] = useMakeCodeMutation();
  const [making, make] = useOnce(async () => makeCode());
  return (
    <section aria-labelledby="own-code">
      <h2 id="own-code">Another browser of yours</h2>
      <p>Where the fleet asks for it, a browser you never signed in on wants these digits besides your passphrase.</p>
      {data === undefined ? null : (
        <div role="status">
          <Digits className="figure">
            {data.code.slice(0, 4)} {data.code.slice(4)}
          </Digits>
          <p>Good once, until {clockTimeText(data.endsAt)}.</p>
        </div>
      )}
      {error === undefined ? null : <p role="alert">{problemText(error)}</p>}
      <div>
        <Key onPress={make} isDisabled={making}>
          Make a code
        </Key>
      </div>
    </section>
  );
};
