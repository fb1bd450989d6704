import type { BatteryLast, UnitDetail } from '@vaktman/contract';
import { batteriesInOrder, CAPABILITY_LIMIT_PERCENT, DISPOSITION_WORDS, figure } from '@vaktman/core';
import { lazy, Suspense } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery, useUnitQuery } from '../api/api';
import { isNotFound } from '../api/failure';
import { dayText, shortDayText } from '../control/dates';
import { KeyLink, PrimaryKeyLink } from '../control/Key';
import { Figure } from '../control/Figure';
import { DISPOSITION_MARK, Mark, VERDICT_MARK } from '../control/Mark';
import { bankWords } from '../control/words';
import { BankDrawing, type BatteryFace } from '../drawing/BankDrawing';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { Failed, Loading } from '../frame/Failed';
import { MainBar } from '../frame/MainBar';
import { TitleBlock } from '../frame/TitleBlock';
import { NARROW, PHONE } from '../theme/screen';

const CapabilityChart = lazy(() => import('./CapabilityChart'));

const Sheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 1.2rem 2rem;
  padding: 1.2rem 1.5rem 1.5rem;
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 300px;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
    padding: 0.9rem 0.9rem 3rem;
  }
`;
const Top = styled.div`
  display: grid;
  grid-template-columns: minmax(240px, 380px) minmax(0, 1fr);
  gap: 1.8rem;
  align-items: start;
  @media (max-width: 900px) {
    grid-template-columns: 1fr;
  }
`;
const Scroll = styled.div`
  overflow-x: auto;
`;
const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  white-space: nowrap;
  caption {
    text-align: left;
    font-size: 1.3rem;
    font-weight: 720;
    font-stretch: 74%;
    padding-bottom: 0.5rem;
  }
  th {
    text-align: left;
    font-size: 0.9rem;
    font-weight: 500;
    color: var(--ink-2);
    border-bottom: 2px solid var(--ink);
    padding: 0 0.7rem 0.2rem 0;
  }
  td {
    border-bottom: 1px solid var(--rule);
    padding: 0.32rem 0.7rem 0.32rem 0;
  }
  .number {
    text-align: right;
  }
  .weak {
    color: var(--failed);
  }
  strong {
    font-size: 1.25rem;
  }
  .words {
    white-space: normal;
  }
  @media (pointer: coarse), (max-width: 720px) {
    td {
      height: 56px;
    }
  }
`;
const Side = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 1rem;
  ${PHONE} {
    order: -1;
  }
`;
const Story = styled.p`
  font-size: 1.7rem;
  font-weight: 700;
  font-stretch: 74%;
  line-height: 1.15;
`;
const Keys = styled.div`
  display: grid;
  gap: 0.8rem;
  position: sticky;
  bottom: 1.2rem;
  margin-top: auto;
`;

const faceOf = (last: BatteryLast | undefined): BatteryFace => {
  if (last === undefined) return { value: null, unit: '', note: 'not read', mark: 'notyet' };
  const mark = last.verdict === null ? 'notyet' : VERDICT_MARK[last.verdict];
  if (last.lowestVolts !== null) return { value: last.lowestVolts.toFixed(2), unit: 'V', note: 'under load', mark };
  return { value: last.restingVolts?.toFixed(2) ?? null, unit: 'V', note: 'at rest', mark };
};

/** Each battery's last values, from the latest visit that read it. */
const lastByPosition = ({ visits }: UnitDetail): Record<string, BatteryLast> => {
  const lasts: Record<string, BatteryLast> = {};
  for (const visit of visits) for (const [position, last] of Object.entries(visit.batteries)) lasts[position] ??= last;
  return lasts;
};

const Capability = ({ last }: { last: BatteryLast | undefined }) =>
  last?.figures.capabilityPercent === undefined ? (
    <>–</>
  ) : (
    <Figure text={figure(last.figures.capabilityPercent, 0)} unit="%" />
  );

const Unit = ({ detail }: { detail: UnitDetail }) => {
  const { unit, visits, placements } = detail;
  const { data: fleet } = useFleetQuery();
  const lasts = lastByPosition(detail);
  const latest = visits[0];
  const open = visits.find(({ closedAt }) => closedAt === null);
  const batteries = batteriesInOrder(unit.bank);
  const gone = placements.filter(({ to }) => to !== null);
  return (
    <>
      <TitleBlock
        plate={unit.id}
        lines={[unit.description, fleet?.yards.find(({ yardId }) => yardId === detail.yardId)?.name ?? '']}
        cells={[
          { label: 'Bank', value: bankWords(unit.systemVolts, unit.bank.arrangement) },
          { label: 'Last visit', value: latest === undefined ? 'none' : dayText(latest.startedAt) },
          ...(latest === undefined
            ? []
            : [
                {
                  label: 'Stands',
                  value: (
                    <Mark kind={DISPOSITION_MARK[latest.disposition]} word={DISPOSITION_WORDS[latest.disposition]} />
                  ),
                },
              ]),
        ]}
        end={
          <>
            <DeviceKeys />
            <EndLink to="/">Back to watch</EndLink>
          </>
        }
      />
      <Sheet>
        <div>
          <Top>
            <BankDrawing
              bank={unit.bank}
              faces={Object.fromEntries(batteries.map(({ position }) => [position, faceOf(lasts[position])]))}
            />
            <Scroll>
              <Table>
                <caption>Batteries</caption>
                <thead>
                  <tr>
                    <th scope="col">At</th>
                    <th scope="col">Make, serial</th>
                    <th scope="col">Rating</th>
                    <th scope="col">Fitted</th>
                    <th scope="col" className="number">
                      Rest V
                    </th>
                    <th scope="col" className="number">
                      Gives
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {batteries.map((battery) => {
                    const last = lasts[battery.position];
                    return (
                      <tr key={battery.position}>
                        <td>
                          <strong>{battery.position}</strong>
                        </td>
                        <td>
                          {battery.make ?? 'make not on record'}
                          <br />
                          {battery.serial ?? 'no serial'}
                        </td>
                        <td>
                          {battery.rating === undefined ? '–' : `${battery.rating.value} A ${battery.rating.standard}`}
                          <br />
                          {battery.chemistry}
                        </td>
                        <td>{battery.fitted === undefined ? '–' : shortDayText(battery.fitted)}</td>
                        <td className="number">
                          {last?.restingVolts == null ? '–' : <Figure text={last.restingVolts.toFixed(2)} />}
                        </td>
                        <td
                          className={`number ${(last?.figures.capabilityPercent ?? 100) < CAPABILITY_LIMIT_PERCENT ? 'weak' : ''}`}
                        >
                          <Capability last={last} />
                        </td>
                      </tr>
                    );
                  })}
                  {gone.map((placement) => (
                    <tr key={placement.placementId}>
                      <td>{placement.position}, was</td>
                      <td>
                        {placement.battery.make ?? '–'}
                        <br />
                        {placement.battery.serial ?? 'no serial'}
                      </td>
                      <td>{placement.battery.rating === undefined ? '–' : `${placement.battery.rating.value} A`}</td>
                      <td colSpan={3} className="words">
                        {shortDayText(placement.from)} to {placement.to === null ? '' : shortDayText(placement.to)}:{' '}
                        {placement.removedBecause ?? 'removed'}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </Scroll>
          </Top>
          <Scroll style={{ marginTop: '1.4rem' }}>
            <Table>
              <caption>Visits</caption>
              {visits.length === 0 ? null : (
                <thead>
                  <tr>
                    <th scope="col">Date</th>
                    <th scope="col">Stood</th>
                    {batteries.map(({ position }) => (
                      <th key={position} scope="col" className="number">
                        {position} gives
                      </th>
                    ))}
                    <th scope="col">Gravest</th>
                    <th scope="col">Technician</th>
                  </tr>
                </thead>
              )}
              <tbody>
                {visits.map((visit) => (
                  <tr key={visit.visitId}>
                    <td>
                      <Link to={`/visits/${visit.visitId}/summary`}>{shortDayText(visit.startedAt)}</Link>
                    </td>
                    <td>
                      <Mark kind={DISPOSITION_MARK[visit.disposition]} word={DISPOSITION_WORDS[visit.disposition]} />
                    </td>
                    {batteries.map(({ position }) => {
                      const last = visit.batteries[position];
                      return (
                        <td
                          key={position}
                          className={`number ${(last?.figures.capabilityPercent ?? 100) < CAPABILITY_LIMIT_PERCENT ? 'weak' : ''}`}
                        >
                          <Capability last={last} />
                        </td>
                      );
                    })}
                    <td className="words">
                      {visit.closedAt === null ? 'Open: ' : ''}
                      {visit.headline}
                    </td>
                    <td>{visit.technician}</td>
                  </tr>
                ))}
                {visits.length === 0 ? (
                  <tr>
                    <td>No visit yet. Start one: the bank is read first.</td>
                  </tr>
                ) : null}
              </tbody>
            </Table>
          </Scroll>
        </div>
        <Side>
          {latest === undefined ? null : (
            <Story>
              {latest.headline}
              {latest.findingCount > 1 ? `, and ${latest.findingCount - 1} more` : ''}.{' '}
              {open === undefined ? '' : 'A visit is open.'}
            </Story>
          )}
          {visits.length < 2 ? null : (
            <Suspense fallback={null}>
              <CapabilityChart visits={visits} positions={batteries.map(({ position }) => position)} />
            </Suspense>
          )}
          <Keys>
            <KeyLink to={`/units/${encodeURIComponent(unit.id)}/edit`}>Edit the unit</KeyLink>
            {open === undefined ? (
              <PrimaryKeyLink to={`/units/${encodeURIComponent(unit.id)}/prepare`}>Start a visit</PrimaryKeyLink>
            ) : (
              <>
                <KeyLink to={`/units/${encodeURIComponent(unit.id)}/prepare`}>Start another visit</KeyLink>
                <PrimaryKeyLink to={`/visits/${open.visitId}`}>Go on with the visit</PrimaryKeyLink>
              </>
            )}
          </Keys>
        </Side>
      </Sheet>
    </>
  );
};

/** One unit: its bank as wired with the last values, its batteries, its visits, and the way into the next one. */
export const UnitView = () => {
  const { unitId = '' } = useParams();
  const unit = useUnitQuery(unitId);
  if (unit.data !== undefined && !(unit.isFetching && unit.originalArgs !== unitId)) return <Unit detail={unit.data} />;
  if (!unit.isError) return <Loading />;
  return (
    <>
      <MainBar />
      <Failed
        title={isNotFound(unit.error) ? `${unitId} is not registered` : 'The unit could not be loaded'}
        words={
          isNotFound(unit.error)
            ? 'Look for it in the watch, or add it.'
            : 'The server does not answer. Readings taken on this device are kept and will be sent.'
        }
        again={() => void unit.refetch()}
      />
    </>
  );
};
