import {
  LIMIT_NAMES,
  LIMITS,
  limitScaleWords,
  limitUnit,
  limitWords,
  PROFILE_NAMES,
  PROFILES,
  type ProfileName,
} from '@vaktman/core';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useMay } from '../session/useMay';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { useChooseMethodMutation, useFleetQuery } from '../api/api';
import { failureOf } from '../api/failure';
import { Figure } from '../control/Figure';
import { PrimaryKey } from '../control/Key';
import { ChoiceField } from '../control/ChoiceField';
import { useViewTitle } from '../frame/useViewTitle';
import { PHONE } from '../theme/screen';

const Sheet = styled.main`
  padding: 1.4rem 1.5rem 3rem;
  display: grid;
  gap: 1.2rem;
  max-width: 76rem;
  h2 {
    font-size: 2rem;
  }
`;
const Top = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 20rem) minmax(0, 1fr) minmax(0, 18rem);
  gap: 1.6rem;
  align-items: end;
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const Scroll = styled.div`
  overflow-x: auto;
`;
const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  th {
    text-align: left;
    font-weight: 500;
    color: var(--ink-2);
    border-bottom: 2px solid var(--ink);
    padding-right: 1rem;
  }
  td {
    border-bottom: 1px solid var(--rule);
    padding: 0.45rem 1rem 0.45rem 0;
    vertical-align: baseline;
  }
  .number {
    white-space: nowrap;
    > span {
      font-size: 1.2rem;
    }
    small {
      display: block;
      color: var(--ink-2);
      font-size: 0.95rem;
    }
  }
  ${PHONE} {
    .why {
      min-width: 15rem;
    }
  }
  .own {
    font-weight: 720;
  }
`;

/** Every limit of every method with its reason and where it comes from. Read-only, but for which method the fleet uses. */
export const MethodView = () => {
  const isLead = useMay('lead');
  useViewTitle('Method');
  const [params, setParams] = useSearchParams();
  const { data: fleet } = useFleetQuery();
  const [chooseMethod] = useChooseMethodMutation();
  const [failure, setFailure] = useState<string | null>(null);
  const shown: ProfileName = PROFILE_NAMES.find((name) => name === params.get('of')) ?? fleet?.profile ?? 'pile';
  const profile = PROFILES[shown];
  const use = async (): Promise<void> => {
    setFailure(null);
    const result = await chooseMethod({ profile: shown });
    if (result.error === undefined) return;
    const why = failureOf(result.error);
    setFailure(why.kind === 'unreached' ? why.words : why.details.title);
  };
  return (
    <>
      <Sheet>
        <h2>Method: {profile.title.toLowerCase()}</h2>
        <Top>
          <ChoiceField
            label="Show the limits of"
            value={shown}
            onChange={(value) => setParams({ of: value }, { replace: true })}
            options={PROFILE_NAMES.map((name) => [name, PROFILES[name].title] as const)}
          />
          <p>
            {profile.why} Version {profile.version}.{' '}
            {profile.starterDropRule === 'sum-by-pile'
              ? 'Starter cables are asked for by pile, both sides together.'
              : 'Starter cables are asked for while cranking, each side by itself.'}
          </p>
          {fleet === undefined ? (
            <p>Which method the fleet uses is not known yet.</p>
          ) : shown === fleet.profile ? (
            <p>
              <strong>New visits of the fleet are judged by it,</strong> unless unit or visit says otherwise.
            </p>
          ) : isLead ? (
            <PrimaryKey onPress={() => use()}>Use it for the fleet</PrimaryKey>
          ) : (
            <p>A lead chooses the fleet’s method.</p>
          )}
        </Top>
        {failure === null ? null : <p role="alert">{failure}</p>}
        <p>
          A maker's figure entered for a unit goes before every limit here, and is taken as read. Visits already judged
          keep the version they were judged by.
        </p>
        <Scroll role="region" aria-label="Limits" tabIndex={0}>
          <Table>
            <thead>
              <tr>
                {['Limit', 'Figure', 'Why', 'Source'].map((words) => (
                  <th key={words} scope="col">
                    {words}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {LIMIT_NAMES.map((name) => {
                const limit = LIMITS[name];
                const own = profile.limits[name];
                return (
                  <tr key={name}>
                    <td className={own === undefined ? '' : 'own'}>
                      <Words>{limitWords(name)}</Words>
                      {own === undefined ? '' : ' (differs)'}
                    </td>
                    <td className="number">
                      {limit.kind === 'min' ? 'at least ' : 'at most '}
                      <Figure text={String(own ?? limit.value)} unit={limitUnit(name)} />
                      <small>{limitScaleWords(name)}</small>
                    </td>
                    <td className="why">
                      <Words>{limit.reason}</Words>
                    </td>
                    <td>{limit.source}</td>
                  </tr>
                );
              })}
            </tbody>
          </Table>
        </Scroll>
      </Sheet>
    </>
  );
};
