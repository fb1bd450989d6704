import type { Yard } from '@vaktman/contract';
import { useState } from 'react';
import styled from 'styled-components';
import { problemText } from '../api/failure';
import { dayText } from '../control/dates';
import { Key, QuietKey } from '../control/Key';
import { useCalendarsQuery, useEndCalendarMutation, useRenewCalendarMutation } from './fleetApi';
import { useMay } from '../session/useMay';
import { Line, Wrong } from './fleetStyle';

const Files = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(17rem, 1fr));
  gap: 0 1.4rem;
  a {
    display: inline-flex;
    align-items: center;
    min-height: 48px;
    font-weight: 620;
  }
`;
const Address = styled.p`
  padding: 0.8rem;
  border: 2px solid var(--ink);
  overflow-wrap: anywhere;
`;

const FILES: readonly (readonly [file: string, words: string])[] = [
  ['units.csv', 'Units'],
  ['batteries.csv', 'Batteries'],
  ['findings.csv', 'Open findings'],
  ['to-buy.csv', 'Parts to buy'],
  ['due.csv', 'Due dates'],
  ['warranty.csv', 'Warranties'],
  ['visits.csv', 'Visits'],
  ['changes.csv', 'Who changed what'],
  ['visits.zip', 'Every visit, as files in a zip'],
  ['record.jsonl', 'Everything, to begin anew elsewhere'],
];

const CalendarLine = ({ yard, madeAt }: { yard: Yard; madeAt: string | undefined }) => {
  const [renew] = useRenewCalendarMutation();
  const [end] = useEndCalendarMutation();
  const [address, setAddress] = useState<string | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const make = async (): Promise<void> => {
    const made = await renew(yard.yardId);
    setFailure(made.error === undefined ? null : problemText(made.error));
    if (made.data !== undefined) setAddress(new URL(made.data.path, window.location.href).href);
  };
  const takeAway = async (): Promise<void> => {
    const ended = await end(yard.yardId);
    setFailure(ended.error === undefined ? null : problemText(ended.error));
    if (ended.error === undefined) setAddress(null);
  };
  return (
    <>
      <Line role="group" aria-label={`Calendar of ${yard.name}`}>
        <p>
          <strong>{yard.name}</strong>
        </p>
        <p>{madeAt === undefined ? 'no address yet' : `has an address since ${dayText(madeAt)}`}</p>
        {madeAt === undefined ? <span /> : <QuietKey onPress={takeAway}>Take away</QuietKey>}
        <Key onPress={make}>{madeAt === undefined ? 'Make one' : 'Make anew'}</Key>
      </Line>
      {failure === null ? null : <Wrong role="alert">{failure}</Wrong>}
      {address === null ? null : (
        <Address role="status">
          {address}
          <br />
          Shown once: give it to the calendar now. Whoever knows it reads these due dates.
        </Address>
      )}
    </>
  );
};

/** What can be taken away: lists as tables, visits as files, everything; and due dates as calendars. */
export const TakeAway = ({ yards }: { yards: readonly Yard[] }) => {
  const isLead = useMay('lead');
  const { data: calendars = [] } = useCalendarsQuery(undefined, { skip: !isLead });
  return (
    <>
      <section aria-label="Files">
        <h2>Files to take away</h2>
        <Files>
          {FILES.filter(([file]) => isLead || file !== 'record.jsonl').map(([file, words]) => (
            <li key={file}>
              <a href={`/api/export/${file}`} download>
                {words}
              </a>
            </li>
          ))}
        </Files>
      </section>
      {isLead ? (
        <section aria-label="Calendars">
          <h2>Due dates in a calendar</h2>
          {yards
            .filter(({ endedAt }) => endedAt == null)
            .map((yard) => (
              <CalendarLine
                key={yard.yardId}
                yard={yard}
                madeAt={calendars.find(({ yardId }) => yardId === yard.yardId)?.madeAt}
              />
            ))}
        </section>
      ) : null}
    </>
  );
};
