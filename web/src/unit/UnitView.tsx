import type { BatteryLast, UnitDetail } from '@vaktman/contract';
import {
  batteriesInOrder,
  CAPABILITY_LIMIT_PERCENT,
  DISPOSITION_WORDS,
  figure,
  limitBook,
  PILE_REFERENCE_AMPS,
} from '@vaktman/core';
import { lazy, Suspense } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery, useUnitHistoryQuery, useUnitQuery, useWeatherQuery } from '../api/api';
import { isNotFound } from '../api/failure';
import { useNow } from '../clock/useNow';
import { dayText } from '../control/dates';
import { KeyLink, PrimaryKeyLink } from '../control/Key';
import { Figure } from '../control/Figure';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { bankWords } from '../control/words';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { SideSheet } from '../frame/SideSheet';
import { TitleBlock } from '../frame/TitleBlock';
import { PHONE } from '../theme/screen';
import { coldestNights } from '../watch/watchFilter';
import { KindTable } from './KindTable';
import { UnitPath } from './UnitPath';
import { Scroll, Table } from '../control/tableStyle';

const HOUR_MS = 3_600_000;
const LifeLines = lazy(() => import('./LifeLines'));
const CircuitTrends = lazy(() => import('./CircuitTrends'));
const ColdCurve = lazy(() => import('./ColdCurve'));

const Side = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 1rem;
  ${PHONE} {
    order: -1;
  }
`;
const Wide = styled(Scroll)`
  ${PHONE} {
    overflow-x: auto;
    svg {
      min-width: 760px;
    }
  }
`;
const Actions = styled.section`
  h2 {
    border-top: 2px solid var(--ink);
    border-bottom: 1px solid var(--rule);
    padding: 0.4rem 0;
  }
  li {
    border-bottom: 1px solid var(--rule);
    padding: 0.4rem 0;
  }
  strong {
    display: block;
    font-size: 1.12rem;
  }
  small {
    color: var(--ink-2);
    font-size: 0.95rem;
  }
`;
const More = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.2rem;
  background: var(--paper);
  a {
    min-height: 48px;
    display: inline-flex;
    align-items: center;
    font-weight: 620;
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
  const { data: history } = useUnitHistoryQuery(unit.id);
  const { data: weather } = useWeatherQuery();
  const now = useNow(HOUR_MS);
  const night = coldestNights(weather).get(detail.yardId) ?? null;
  const limits = limitBook(detail.profile ?? fleet?.profile ?? 'pile', unit.systemVolts, unit.makerLimits);
  const isSet =
    new Set(unit.bank.batteries.map(({ set }) => set)).size === 1 && unit.bank.batteries[0]?.set !== undefined;
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
      <SideSheet>
        <div>
          <Wide>
            <UnitPath detail={detail} />
          </Wide>
          {history === undefined ? null : (
            <Suspense fallback={null}>
              <LifeLines detail={detail} history={history} nowMs={now} />
              <CircuitTrends
                history={history}
                dropSumMilliohm={(1000 * limits.get('starterDropSumVolts').value) / PILE_REFERENCE_AMPS}
                rechargeAmps={limits.get(isSet ? 'rechargeSetAmps' : 'rechargeBankAmps').value}
              />
            </Suspense>
          )}
          <Scroll style={{ marginTop: '1.4rem' }}>
            {history === undefined ? null : (
              <KindTable
                history={history}
                kind={`${unit.description}, ${bankWords(unit.systemVolts, unit.bank.arrangement)}`}
              />
            )}
          </Scroll>
          <Scroll style={{ marginTop: '1.4rem' }}>
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
                      <td>{battery.fitted === undefined ? '–' : dayText(battery.fitted)}</td>
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
                      {dayText(placement.from)} to {placement.to === null ? '' : dayText(placement.to)}:{' '}
                      {placement.removedBecause ?? 'removed'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </Scroll>
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
                      <Link to={`/visits/${visit.visitId}/summary`}>{dayText(visit.startedAt)}</Link>
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
          {detail.retired === null ? null : (
            <p role="status">
              Left the fleet on {dayText(detail.retired.at)}: {detail.retired.because}. It is not planned for.
            </p>
          )}
          {detail.empty.length === 0 ? null : (
            <p role="status">
              No battery sits at {detail.empty.join(', ')}.{' '}
              <Link to="/batteries?state=store">Fit one from the store room.</Link>
            </p>
          )}
          {history?.outlook == null ? null : (
            <Suspense fallback={null}>
              <ColdCurve cold={history.outlook.cold} night={night} />
            </Suspense>
          )}
          {history === undefined || history.actions.length === 0 ? null : (
            <Actions aria-label="Open actions">
              <h2>Open actions</h2>
              <ul>
                {history.actions.map(({ finding, says, action, part }) => (
                  <li key={finding}>
                    <strong>{action}</strong>
                    <small>
                      {says}
                      {part === undefined ? '' : `. Part: ${part.name}`}
                    </small>
                  </li>
                ))}
              </ul>
            </Actions>
          )}
          <Keys>
            <More>
              <Link to={`/units/${encodeURIComponent(unit.id)}/edit`}>Edit the unit</Link>
              <Link to={`/units/new?copy=${encodeURIComponent(unit.id)}`}>Copy as template</Link>
              <a href={`/api/units/${encodeURIComponent(unit.id)}/labels.pdf`} download>
                Labels
              </a>
            </More>
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
      </SideSheet>
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
    <FailedPage
      title={isNotFound(unit.error) ? `${unitId} is not registered` : 'The unit could not be loaded'}
      words={
        isNotFound(unit.error)
          ? 'Look for it in the watch, or add it.'
          : 'The server does not answer. Readings taken on this device are kept and will be sent.'
      }
      again={() => void unit.refetch()}
    />
  );
};
