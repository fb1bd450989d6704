import type { UnitDetail, UnitHistory } from '@vaktman/contract';
import type { ColdBand } from '@vaktman/core';
import { lazy } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { useWeatherQuery } from '../api/api';
import { useTonight } from '../clock/useYardDate';
import { dayText } from '../control/dates';
import { Part } from '../control/Part';
import { PHONE } from '../theme/screen';
import { coldestNights } from '../watch/watchFilter';
import { Tonight } from './Tonight';
import { UnitKeys } from './UnitKeys';

const ColdCurve = lazy(() => import('./ColdCurve'));

const Side = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 1rem;
  ${PHONE} {
    order: -1;
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
const Story = styled.p`
  font-size: 1.7rem;
  font-weight: 700;
  font-stretch: 74%;
  line-height: 1.15;
`;
const OpenActions = ({ actions }: { actions: UnitHistory['actions'] }) =>
  actions.length === 0 ? null : (
    <Actions aria-label="Open actions">
      <h2>Open actions</h2>
      <ul>
        {actions.map(({ finding, says, action, part }) => (
          <li key={finding}>
            <strong>
              <Words>{action}</Words>
            </strong>
            <small>
              <Words>{says}</Words>
              {part === undefined ? '' : `. Part: ${part.name}`}
            </small>
          </li>
        ))}
      </ul>
    </Actions>
  );

/** Coldest start as the watch carries it; null where the readings do not carry one. */
const bandOf = (history: UnitHistory | undefined): ColdBand | null => {
  const cold = history?.outlook?.cold;
  return cold?.kind === 'said' ? [cold.coldest.p10, cold.coldest.p50, cold.coldest.p90] : null;
};

/** How a unit stands, what is open on it, how cold it starts, and what is done next. */
export const UnitSide = ({ detail, history }: { detail: UnitDetail; history: UnitHistory | undefined }) => {
  const { unit, visits } = detail;
  const latest = visits[0];
  const open = visits.find(({ closedAt }) => closedAt === null);
  const { data: weather } = useWeatherQuery();
  const tonight = useTonight();
  const night = coldestNights(weather, tonight).get(detail.yardId) ?? null;
  return (
    <Side>
      <Tonight detail={detail} cold={bandOf(history)} night={night} />
      {latest === undefined ? null : (
        <Story>
          <Words>{latest.headline}</Words>
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
        <Part what="How cold it starts">
          <ColdCurve cold={history.outlook.cold} night={night} />
        </Part>
      )}
      <OpenActions actions={history?.actions ?? []} />
      <UnitKeys unitId={unit.id} openVisitId={open?.visitId ?? null} />
    </Side>
  );
};
