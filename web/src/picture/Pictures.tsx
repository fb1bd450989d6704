import type { VisitDetail } from '@vaktman/contract';
import { pointName } from '@vaktman/core';
import styled from 'styled-components';
import { clockTimeText } from '../control/dates';

const List = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
  gap: 0.6rem;
  img {
    width: 100%;
    height: 7rem;
    object-fit: cover;
    border: 1px solid var(--rule);
  }
  small {
    display: block;
    color: var(--ink-2);
  }
`;

/** The pictures of a visit, those of one point or all of them; each opens large. */
export const Pictures = ({ detail, point }: { readonly detail: VisitDetail; readonly point?: string }) => {
  const pictures = detail.events.flatMap((event) =>
    event.kind === 'photographed' && (point === undefined || event.point === point) ? [event] : [],
  );
  if (pictures.length === 0) return null;
  return (
    <List aria-label="Pictures">
      {pictures.map((event) => {
        const kept = `/api/visits/${detail.file.visit.id}/pictures/${event.eventId}`;
        const source = event.data === undefined ? kept : `data:image/jpeg;base64,${event.data}`;
        const words = `${pointName(event.point)}, ${clockTimeText(event.at)}`;
        return (
          <li key={event.eventId}>
            <a href={source} target="_blank" rel="noreferrer">
              <img src={source} alt={`Picture of ${words}`} loading="lazy" />
            </a>
            <small>
              {words}, {event.by}
            </small>
          </li>
        );
      })}
    </List>
  );
};
