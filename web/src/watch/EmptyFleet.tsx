import styled from 'styled-components';
import { KeyLink, PrimaryKeyLink } from '../control/Key';
import { useMay } from '../session/useMay';
import { PHONE } from '../theme/screen';

const Sheet = styled.main`
  max-width: 60rem;
  padding: 2.4rem 1.5rem 4rem;
  display: grid;
  gap: 1.6rem;
  h2 {
    font-size: 2.4rem;
  }
  ol {
    display: grid;
    gap: 1.4rem;
  }
  li {
    display: grid;
    grid-template-columns: 17rem minmax(0, 1fr);
    gap: 0.4rem 1.6rem;
    align-items: center;
    font-size: 1.15rem;
    ${PHONE} {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

/** A fleet without units: the ways to its first ones. */
export const EmptyFleet = ({ name }: { name: string }) => {
  const isLead = useMay('lead');
  return (
    <Sheet>
      <h2>{name} has no unit yet</h2>
      {isLead ? (
        <ol>
          <li>
            <PrimaryKeyLink to="/import/units">Take in a list</PrimaryKeyLink>
            <span>A unit list as it is kept now, from any spreadsheet. What cannot be known is asked.</span>
          </li>
          <li>
            <KeyLink to="/units/new">Add one by hand</KeyLink>
            <span>Its bank, starter and alternators; then copy it for the others that are wired the same.</span>
          </li>
          <li>
            <KeyLink to="/fleet">Yards and intervals</KeyLink>
            <span>What was named at the beginning, and more of it.</span>
          </li>
        </ol>
      ) : (
        <p>A lead adds the first ones: press the name above to switch.</p>
      )}
    </Sheet>
  );
};
