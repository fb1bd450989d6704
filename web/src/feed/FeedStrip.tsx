import { figure } from '@vaktman/core';
import styled from 'styled-components';
import { Figure } from '../control/Figure';
import { Key } from '../control/Key';
import { capturedOf, type Feed } from './useFeed';

const Strip = styled.div`
  display: grid;
  gap: 0.4rem;
  border: 2px solid var(--ink);
  padding: 0.5rem 0.8rem;
  margin-bottom: 0.6rem;
  .row {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 0.8rem;
  }
  .live {
    font-size: 2.2rem;
  }
  small {
    color: var(--ink-2);
    font-size: 0.95rem;
  }
`;

const QUANTITIES = [
  ['dc-volts', 'volts', 'V', 2],
  ['ac-volts', 'AC volts', 'V', 3],
  ['dc-amps', 'clamp', 'A', 0],
  ['rpm', 'engine', 'rpm', 0],
] as const;

/** What the connected instruments show now, and whether it stands still. */
export const FeedStrip = ({ feed, take, close }: { feed: Feed; take: (() => void) | null; close: () => void }) => {
  const shown = QUANTITIES.filter(([quantity]) => capturedOf(feed, quantity).last !== null);
  return (
    <Strip role="group" aria-label="Instruments">
      {shown.length === 0 ? <p>{feed.note ?? 'Waiting for the instruments.'}</p> : null}
      {shown.map(([quantity, words, unit, decimals]) => {
        const { last, steady } = capturedOf(feed, quantity);
        return (
          <div key={quantity} className="row">
            <small>{words}</small>
            <span className="live" data-testid={`feed-${quantity}`}>
              <Figure text={figure(last ?? 0, decimals)} unit={unit} />
            </span>
            <small>{steady === null ? 'moves' : 'steady'}</small>
          </div>
        );
      })}
      <div className="row">
        <Key onPress={close}>Type instead</Key>
        {take === null ? null : <Key onPress={take}>Take what it shows</Key>}
      </div>
    </Strip>
  );
};
