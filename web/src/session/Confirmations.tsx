import type { VisitId } from '@vaktman/core';
import type { Doubt } from '@vaktman/contract';
import { Link } from 'react-router';
import styled from 'styled-components';
import { dayText } from '../control/dates';
import { useConfirmationsQuery } from '../visit/makersApi';

const List = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  li {
    display: grid;
    gap: 0.2rem;
    align-content: center;
    min-height: 56px;
    border-top: 1px solid var(--rule);
  }
  a {
    font-weight: 680;
  }
`;

/** What waits, visit by visit, the oldest first. */
const byVisit = (doubts: readonly Doubt[]): readonly (readonly [visitId: VisitId, doubts: readonly Doubt[]])[] => {
  const visits = new Map<string, Doubt[]>();
  for (const doubt of doubts) visits.set(doubt.visitId, [...(visits.get(doubt.visitId) ?? []), doubt]);
  return [...visits];
};

/** Visits with something a lead is to confirm: recorded by whom or on what was ended since, or not signed. Nothing while there is none. */
export const Confirmations = () => {
  const { data: doubts = [] } = useConfirmationsQuery();
  const visits = byVisit(doubts);
  if (visits.length === 0) return null;
  return (
    <section aria-labelledby="confirmations">
      <h2 id="confirmations">To be confirmed</h2>
      <p>Recorded by somebody or on a device that was ended since, or without a signature. It counts meanwhile.</p>
      <List>
        {visits.map(([visitId, own]) => (
          <li key={visitId}>
            <Link to={`/visits/${visitId}/record`}>
              {own[0]?.unitId}, since {dayText(own[0]?.doubtedAt ?? '')}, {own.length}{' '}
              {own.length === 1 ? 'entry' : 'entries'}
            </Link>
            <span>{[...new Set(own.map(({ why }) => why))].join('; ')}</span>
          </li>
        ))}
      </List>
    </section>
  );
};
