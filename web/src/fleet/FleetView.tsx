import { useMay } from '../session/useMay';
import { openYards } from './fleetLists';
import styled from 'styled-components';
import { useFleetQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/useViewTitle';
import { Classes } from './Classes';
import { FleetHead } from './FleetHead';
import { RemoveDemo } from './RemoveDemo';
import { TakeAway } from './TakeAway';
import { Yards } from './Yards';

const Sheet = styled.main`
  padding: 1.4rem 1.5rem 3rem;
  display: grid;
  gap: 2rem;
  max-width: 64rem;
  h2 {
    font-size: 1.7rem;
  }
  section {
    display: grid;
    gap: 0.6rem;
    justify-items: stretch;
  }
  section > button {
    justify-self: start;
  }
`;

/** The fleet: its name and clock, its yards, what is done by class of machine, and the demo's end. */
export const FleetView = () => {
  const { data: fleet, isError, error, refetch } = useFleetQuery();
  const isLead = useMay('lead');
  useViewTitle('Fleet');
  if (fleet === undefined && isError)
    return <Failed title="The fleet could not be loaded" words={failedWords(error)} again={() => void refetch()} />;
  if (fleet === undefined) return <Loading />;
  return (
    <Sheet>
      <section>
        <h2>The fleet</h2>
        {isLead ? (
          <FleetHead key={`${fleet.name} ${fleet.timeZone}`} fleet={fleet} />
        ) : (
          <p>
            {fleet.name}, {fleet.timeZone}. Yards:{' '}
            {openYards(fleet)
              .map(([, name]) => name)
              .join(', ')}
            . A lead changes them.
          </p>
        )}
      </section>
      {isLead ? (
        <>
          <Yards yards={fleet.yards} />
          <Classes fleet={fleet} />
        </>
      ) : null}
      <TakeAway yards={fleet.yards} />
      {isLead && fleet.demo ? <RemoveDemo /> : null}
    </Sheet>
  );
};
