import { useState } from 'react';
import styled from 'styled-components';
import { useBeginDemoMutation, useBeginningQuery } from '../fleet/fleetApi';
import { problemText } from '../api/failure';
import { Key, PrimaryKey, QuietKey } from '../control/Key';
import { useViewTitle } from '../frame/useViewTitle';
import { PHONE } from '../theme/screen';
import { BringRecord } from './BringRecord';
import { NewFleetForm } from './NewFleetForm';

const Sheet = styled.main`
  max-width: 60rem;
  margin: 0 auto;
  padding: 2.4rem 1.5rem 4rem;
  display: grid;
  gap: 1.6rem;
  h1 {
    font-size: 2.6rem;
    font-stretch: 118%;
    font-weight: 760;
  }
`;
const Ways = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 2rem;
  ${PHONE} {
    grid-template-columns: 1fr;
  }
  section {
    display: grid;
    grid-template-rows: auto 1fr auto;
    gap: 0.9rem;
    border-top: 3px solid var(--ink);
    padding-top: 0.8rem;
  }
  h2 {
    font-size: 1.8rem;
  }
`;
const Wrong = styled.p`
  color: var(--failed);
  font-weight: 680;
`;

/**
 * The first page of an empty database: look at the made-up fleet, or begin one's own.
 * @param link the secret of the link that was printed where the server was started; empty where one came without it
 */
export const BeginView = ({ link }: { readonly link: string }) => {
  useViewTitle('Begin');
  const { data } = useBeginningQuery();
  const [beginDemo] = useBeginDemoMutation();
  const [own, setOwn] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const demo = async (): Promise<void> => {
    setFailure(null);
    const result = await beginDemo();
    if (result.error !== undefined) setFailure(problemText(result.error));
  };
  return (
    <Sheet>
      <h1>Vaktman</h1>
      {own ? (
        <>
          <div>
            <QuietKey onPress={() => setOwn(false)}>Back</QuietKey>
          </div>
          <NewFleetForm link={link} />
        </>
      ) : (
        <>
          <p style={{ fontSize: '1.25rem', maxWidth: '44rem' }}>
            Leads battery, starter, cable and alternator tests from the first look to the signed record, judges what was
            read, and says which unit is next. Nothing is stored here yet.
          </p>
          <Ways>
            <section aria-labelledby="own-fleet">
              <h2 id="own-fleet">Our own fleet</h2>
              <p>
                A name, a yard and a person are enough. Units come from a list, as copies of one another, or by hand.
              </p>
              <PrimaryKey onPress={() => setOwn(true)}>Begin our own fleet</PrimaryKey>
            </section>
            {data?.hasDemo === false ? null : (
              <section aria-labelledby="demo-fleet">
                <h2 id="demo-fleet">Look around first</h2>
                <p>
                  A made-up winter road service with two years of visits. It can be taken away in one step, and what you
                  added yourself stays.
                </p>
                <Key onPress={demo}>Show the demo</Key>
              </section>
            )}
          </Ways>
          <BringRecord link={link} failed={setFailure} />
          {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
        </>
      )}
    </Sheet>
  );
};
