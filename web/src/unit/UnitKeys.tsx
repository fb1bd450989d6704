import type { UnitId } from '@vaktman/core';
import { Link } from 'react-router';
import styled from 'styled-components';
import { KeyLink, PrimaryKeyLink } from '../control/Key';
import { useMay } from '../session/useMay';

const More = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.2rem;
  a {
    min-height: 48px;
    display: inline-flex;
    align-items: center;
    font-weight: 620;
  }
`;
const Keys = styled.div`
  @media print {
    display: none;
  }
  display: grid;
  gap: 0.8rem;
  position: sticky;
  bottom: 0;
  padding-bottom: 1.2rem;
  margin-top: auto;
  background: var(--paper);
  /* What goes on under the keys fades out instead of ending in half a line, and shows nowhere between or below them. */
  &::before {
    content: '';
    position: absolute;
    inset: auto 0 100%;
    height: 2rem;
    background: linear-gradient(to bottom, transparent, var(--paper));
    pointer-events: none;
    @media (forced-colors: active) {
      display: none;
    }
  }
`;

/** What can be done with a unit: the next visit first; and what whoever is signed in may do of it. */
export const UnitKeys = ({ unitId, openVisitId }: { unitId: UnitId; openVisitId: string | null }) => {
  const [isLead, opens, reads] = [useMay('lead'), useMay('technician'), useMay('trainee')];
  return (
    <Keys>
      <More>
        {isLead ? (
          <>
            <Link to={`/units/${encodeURIComponent(unitId)}/edit`}>Edit the unit</Link>
            <Link to={`/units/new?copy=${encodeURIComponent(unitId)}`}>Copy as template</Link>
          </>
        ) : null}
        <a href={`/api/units/${encodeURIComponent(unitId)}/labels.pdf`} download>
          Labels
        </a>
      </More>
      {openVisitId !== null ? (
        <>
          {opens ? <KeyLink to={`/units/${encodeURIComponent(unitId)}/prepare`}>Start another visit</KeyLink> : null}
          <PrimaryKeyLink to={`/visits/${openVisitId}`}>
            {reads ? 'Go on with the visit' : 'See the open visit'}
          </PrimaryKeyLink>
        </>
      ) : opens ? (
        <PrimaryKeyLink to={`/units/${encodeURIComponent(unitId)}/prepare`}>Start a visit</PrimaryKeyLink>
      ) : (
        <p>A technician or a lead opens a visit.</p>
      )}
    </Keys>
  );
};
