import { pathLayout, type Leads, type Probe, type Unit } from '@vaktman/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { PHONE } from '../theme/screen';

const List = styled.ul`
  border-top: 1px solid var(--rule);
  li {
    display: grid;
    grid-template-columns: 5.6rem 2.2rem 1fr;
    gap: 0.6rem;
    align-items: center;
    min-height: 44px;
    border-bottom: 1px solid var(--rule);
    font-size: 1.12rem;
    ${PHONE} {
      min-height: 38px;
      font-size: 1.02rem;
      line-height: 1.15;
    }
  }
`;
const Flag = styled.strong<{ $ground: string; $ink: string }>`
  background: ${({ $ground }) => $ground};
  color: ${({ $ink }) => $ink};
  padding: 0.2rem 0.6rem;
  font-size: 0.95rem;
  letter-spacing: 0.03em;
  clip-path: polygon(0 0, calc(100% - 12px) 0, 100% 50%, calc(100% - 12px) 100%, 0 100%);
`;
const Bubble = styled.span`
  display: inline-grid;
  place-items: center;
  width: 1.7rem;
  height: 1.7rem;
  border-radius: 50%;
  background: var(--ink);
  color: var(--paper);
  font-weight: 720;
`;

/** Where the leads go, in words: colour, point number, what to touch. */
export const LeadList = ({ unit, leads }: { unit: Unit; leads: Leads }) => {
  const numbers = useMemo(() => new Map(pathLayout(unit).testPoints.map(({ id, number }) => [id, number])), [unit]);
  const line = (words: string, ground: string, ink: string, text: string, at?: string) => (
    <li key={words}>
      <Flag $ground={ground} $ink={ink}>
        {words}
      </Flag>
      {at !== undefined && numbers.has(at) ? <Bubble>{numbers.get(at)}</Bubble> : <span />}
      {text}
    </li>
  );
  const probe = (words: string, ground: string, at: Probe | null) =>
    at === null
      ? null
      : // A place that was named on the way has no number in the drawing: it is told in words alone.
        line(
          words,
          ground,
          'var(--on-probe)',
          at.touch,
          at === leads.black && at.at === leads.red?.at ? undefined : at.at,
        );
  if (leads.red === null && leads.black === null && leads.clamp === null && leads.pile === null) return null;
  return (
    <List aria-label="Where the leads go">
      {probe('RED', 'var(--probe-red)', leads.red)}
      {probe('BLACK', 'var(--probe-black)', leads.black)}
      {leads.clamp === null ? null : line('CLAMP', 'var(--shade)', 'var(--ink)', leads.clamp.words)}
      {leads.pile === null ? null : line('PILE', 'var(--shade)', 'var(--ink)', leads.pile.words)}
    </List>
  );
};
