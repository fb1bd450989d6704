import type { UnitDetail, UnitHistory } from '@vaktman/contract';
import { figure } from '@vaktman/core';
import styled from 'styled-components';
import { dateOf, dayText } from '../control/dates';
import { useWords } from '../control/ReaderContext';
import { UnitPicture } from './UnitPicture';
import { ChangesLink } from '../history/ChangesLink';

const Card = styled.section`
  margin-top: 1.4rem;
  h2 {
    border-top: 2px solid var(--ink);
    padding: 0.4rem 0;
  }
  dl {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
    gap: 0.5rem 1.4rem;
    margin: 0;
  }
  dt {
    color: var(--ink-2);
    font-size: 0.95rem;
  }
  dd {
    margin: 0;
    font-weight: 620;
    overflow-wrap: anywhere;
  }
`;

const Links = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.4rem;
  a {
    display: inline-flex;
    align-items: center;
    min-height: 48px;
    font-weight: 620;
  }
  @media print {
    display: none;
  }
`;

interface Meters {
  readonly on: string;
  readonly engineHours?: number | undefined;
  readonly odometerKm?: number | undefined;
}

/** Hours and distance as last read: at a visit, or as the card has them, whichever is later. */
const lastMeters = ({ card }: UnitDetail, history: UnitHistory | undefined): Meters | null => {
  const { engineHours, odometerKm, metersOn } = card;
  const onCard = metersOn === undefined ? null : { on: metersOn, engineHours, odometerKm };
  const visit = history?.meters ?? null;
  const atVisit = visit === null ? null : { ...visit, on: dateOf(visit.at) };
  if (onCard === null || atVisit === null) return onCard ?? atVisit;
  return onCard.on > atVisit.on ? onCard : atVisit;
};

const meterWords = (meters: Meters | null): string => {
  if (meters === null) return '';
  const { on, engineHours, odometerKm } = meters;
  const figures = [
    ...(engineHours === undefined ? [] : [`${figure(engineHours, 0)} h`]),
    ...(odometerKm === undefined ? [] : [`${figure(odometerKm, 0)} km`]),
  ];
  return figures.length === 0 ? '' : `${figures.join(', ')} on ${dayText(on)}`;
};

/** What is on record of a machine besides its circuit, and the way to what was changed of it. */
export const UnitCardLines = ({ detail, history }: { detail: UnitDetail; history: UnitHistory | undefined }) => {
  const { card, unit } = detail;
  const words = useWords();
  const lines = [
    ['Plate or chassis', card.plate],
    ['Maker', [card.make, card.type].filter((part) => part !== undefined).join(' ')],
    ['Year', card.year],
    ['Class', card.class],
    ['Answers for it', card.answers],
    ['Hours and distance', words(meterWords(lastMeters(detail, history)))],
    ['Note', card.note],
  ].filter(([, value]) => value !== undefined && value !== '');
  return (
    <Card aria-label="Card">
      <h2>Card</h2>
      <UnitPicture detail={detail} />
      {lines.length === 0 ? <p>Nothing is on the card yet.</p> : null}
      <dl>
        {lines.map(([label, value]) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <Links>
        <a href={`/api/export/units/${encodeURIComponent(unit.id)}/chart.csv`} download>
          Everything measured, as a table
        </a>
        <a href={`/api/export/visits.zip?unit=${encodeURIComponent(unit.id)}`} download>
          Visits as files
        </a>
        <ChangesLink of={`unitId=${encodeURIComponent(unit.id)}`} words="Who changed what here, and when" />
      </Links>
    </Card>
  );
};
