import { useRouteError } from 'react-router';
import styled from 'styled-components';
import { Key, KeyLink } from '../control/Key';
import { isLostPart } from '../control/lostPart';

const Sheet = styled.main`
  padding: 3rem 1.5rem;
  max-width: 46rem;
  display: grid;
  gap: 1.2rem;
  justify-items: start;
  h1 {
    font-size: 2rem;
  }
  code {
    overflow-wrap: anywhere;
  }
`;

/** In place of a view that failed: what happened, what is kept, and the ways on. */
export const ErrorView = () => {
  const error = useRouteError();
  const lost = isLostPart(error);
  return (
    <Sheet role="alert">
      <h1>{lost ? 'A part of the application could not be fetched' : 'This view failed'}</h1>
      <p>
        {lost
          ? 'The server does not answer, or a new version took the place of this one.'
          : 'Something in it went wrong that should not.'}{' '}
        Readings that were saved are kept on this device.
      </p>
      {lost ? null : <code>{error instanceof Error ? error.message : String(error)}</code>}
      <Key onPress={() => location.reload()}>Load it again</Key>
      <KeyLink to="/" reloadDocument>
        To the watch
      </KeyLink>
    </Sheet>
  );
};
