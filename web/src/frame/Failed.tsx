import { useLocation } from 'react-router';
import styled from 'styled-components';
import { Key, KeyLink } from '../control/Key';

const Sheet = styled.main`
  padding: 3rem 1.5rem;
  max-width: 46rem;
  display: grid;
  gap: 1.2rem;
  justify-items: start;
  h2 {
    font-size: 2rem;
  }
`;

/** A whole view that could not be shown: what happened, what is kept, what to do. */
export const Failed = ({ title, words, again }: { title: string; words: string; again?: () => void }) => {
  const { pathname } = useLocation();
  return (
    <Sheet role="alert">
      <h2>{title}</h2>
      <p>{words}</p>
      {again === undefined ? null : <Key onPress={again}>Try again</Key>}
      {pathname === '/' ? null : <KeyLink to="/">To the watch</KeyLink>}
    </Sheet>
  );
};

/** While a view waits for its data. Silent: most waits end before it could be read. */
export const Loading = () => <main aria-busy="true" />;
