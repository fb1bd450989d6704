import type { NewBrowsers } from '@vaktman/contract';
import styled from 'styled-components';
import { problemText } from '../api/failure';
import { ChoiceField } from '../control/ChoiceField';
import { useAskNewBrowsersMutation } from './signInApi';

const Narrow = styled.div`
  max-width: 40rem;
`;

const WORDS: readonly (readonly [NewBrowsers, string])[] = [
  ['passphrase', 'name and passphrase'],
  ['code', 'name, passphrase and a code'],
];

/** What a browser that nobody signed in on before is asked for. */
export const NewBrowsersChoice = ({ asked }: { readonly asked: NewBrowsers }) => {
  const [ask, { error }] = useAskNewBrowsersMutation();
  return (
    <section aria-labelledby="new-browsers">
      <h2 id="new-browsers">A browser that is new here</h2>
      <p>
        With a code a passphrase that was overheard opens nothing: the digits are made under Your words, on a device one
        is signed in on. Who has none gets a link from a lead.
      </p>
      <Narrow>
        <ChoiceField
          label="It asks for"
          value={asked}
          onChange={(chosen) => void ask(chosen as NewBrowsers)}
          options={WORDS}
        />
      </Narrow>
      {error === undefined ? null : <p role="alert">{problemText(error)}</p>}
    </section>
  );
};
