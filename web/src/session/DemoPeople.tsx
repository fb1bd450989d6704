import type { Session } from '@vaktman/contract';
import styled from 'styled-components';
import { Key } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { ROLE_WORDS } from '../people/roles';
import { PHONE } from '../theme/screen';
import { useSignInMutation } from './signInApi';

const List = styled.section`
  display: grid;
  gap: 0.7rem;
  align-content: start;
  h2 {
    font-size: 2rem;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 2px solid var(--ink);
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    align-items: center;
    gap: 0.2rem 1rem;
    min-height: 84px;
    padding: 0.5rem 0;
    border-bottom: 1px solid var(--rule);
  }
  b {
    font-size: 1.5rem;
  }
  li p {
    color: var(--ink-2);
    font-size: 1.1rem;
  }
  ${PHONE} {
    li {
      min-height: 72px;
    }
  }
`;

/** The made-up people of the demo with their words, which are no secret: one press signs in. */
export const DemoPeople = ({ people, entered }: { readonly people: Session['demo']; readonly entered: () => void }) => {
  const [signIn] = useSignInMutation();
  const [pending, ask] = useOnce(async ({ name, passphrase }: Session['demo'][number]) => {
    const result = await signIn({ name, passphrase });
    if (result.error === undefined) entered();
  });
  return (
    <List aria-labelledby="demo-people">
      <h2 id="demo-people">People of the demo</h2>
      <ul>
        {people.map((person) => (
          <li key={person.personId}>
            <div>
              <b>{person.name}</b> {ROLE_WORDS[person.role]}
              <p>{person.passphrase}</p>
            </div>
            <Key isDisabled={pending} onPress={() => ask(person)}>
              Go on as {person.name}
            </Key>
          </li>
        ))}
      </ul>
      <p>Made up, and open to everybody who reaches this page until the demo is taken away.</p>
    </List>
  );
};
