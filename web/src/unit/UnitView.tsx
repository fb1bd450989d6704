import type { UnitDetail } from '@vaktman/contract';
import { alternatorsOf, classRules, DISPOSITION_WORDS } from '@vaktman/core';
import { lazy } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery, useUnitHistoryQuery, useUnitQuery } from '../api/api';
import { isNotFound } from '../api/failure';
import { useNow } from '../clock/useNow';
import { dayText } from '../control/dates';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { Scroll } from '../control/tableStyle';
import { Part } from '../control/Part';
import { QuietKey } from '../control/Key';
import { bankWords } from '../control/words';
import { BackToWatch } from '../frame/BackToWatch';
import { DeviceKeys } from '../frame/DeviceKeys';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { SideSheet } from '../frame/SideSheet';
import { TitleBlock } from '../frame/TitleBlock';
import { PHONE } from '../theme/screen';
import { KindTable } from './KindTable';
import { trendLimits } from './trendLimits';
import { UnitCardLines } from './UnitCardLines';
import { UnitBatteries } from './UnitBatteries';
import { UnitParts } from './UnitParts';
import { UnitPath } from './UnitPath';
import { UnitSide } from './UnitSide';
import { UnitVisits } from './UnitVisits';

const HOUR_MS = 3_600_000;
const LifeLines = lazy(() => import('./LifeLines'));
const CircuitTrends = lazy(() => import('./CircuitTrends'));

const OnPaper = styled.h2`
  display: none;
  @media print {
    display: block;
    font-size: 15pt;
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
const Lacking = styled.p`
  border: 2px solid var(--ink);
  padding: 0.6rem 1rem;
  margin-top: 1.2rem;
`;
const Unit = ({ detail }: { detail: UnitDetail }) => {
  const { unit, visits } = detail;
  const { data: fleet } = useFleetQuery();
  const latest = visits[0];
  const { data: history, isError: isLacking, refetch } = useUnitHistoryQuery(unit.id);
  const now = useNow(HOUR_MS);
  const profile = detail.profile ?? fleet?.profile;
  const { limits } = classRules(fleet?.classes ?? [], detail.card.class ?? '');
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
            <BackToWatch />
          </>
        }
      />
      <SideSheet>
        <OnPaper>
          {unit.id}, {unit.description}, {dayText(new Date(now).toISOString())}
        </OnPaper>
        <div>
          <Wide>
            <UnitPath detail={detail} />
          </Wide>
          {history === undefined && isLacking ? (
            <Lacking role="alert">
              How it went over the years, what is open on it and how cold it starts could not be loaded.{' '}
              <QuietKey onPress={() => void refetch()}>Ask again</QuietKey>
            </Lacking>
          ) : null}
          {history === undefined ? null : (
            <Part what="How it went over the years">
              <LifeLines detail={detail} history={history} nowMs={now} />
              <CircuitTrends
                history={history}
                alternators={alternatorsOf(unit).map(({ id }) => id)}
                limits={profile === undefined ? null : trendLimits(unit, profile, limits)}
              />
            </Part>
          )}
          <Scroll style={{ marginTop: '1.4rem' }}>
            {history === undefined ? null : (
              <KindTable
                history={history}
                kind={`${unit.description}, ${bankWords(unit.systemVolts, unit.bank.arrangement)}`}
              />
            )}
          </Scroll>
          <UnitBatteries detail={detail} />
          <UnitParts unit={unit} />
          <UnitVisits detail={detail} />
          <UnitCardLines detail={detail} history={history} />
        </div>
        <UnitSide detail={detail} history={history} />
      </SideSheet>
    </>
  );
};

/** One unit: its bank as wired with the last values, its batteries, its visits, and the way into the next one. */
export const UnitView = () => {
  const { unitId = '' } = useParams();
  const unit = useUnitQuery(unitId);
  // Of this address, never of the one before; and what hangs on a unit begins anew with another.
  if (unit.currentData !== undefined) return <Unit key={unitId} detail={unit.currentData} />;
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
