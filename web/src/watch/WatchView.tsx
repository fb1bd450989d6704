import { DISPOSITION_WORDS, type Disposition } from '@vaktman/core';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Input, Label, SearchField, ToggleButton } from 'react-aria-components';
import { useNavigate, useNavigationType, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useFleetQuery, useWatchQuery } from '../api/api';
import { DISPOSITION_MARK, Mark } from '../control/Mark';
import { KeyLink } from '../control/Key';
import { Failed, Loading } from '../frame/Failed';
import { MainBar } from '../frame/MainBar';
import { PHONE } from '../theme/screen';
import { countByStanding, filterFrom, filterParameters, watchLines, type WatchFilter } from './watchFilter';
import { WatchList } from './WatchList';

const Sheet = styled.main`
  display: flex;
  flex-direction: column;
  height: calc(100dvh - 62px);
  padding: 0 1.5rem;
  ${PHONE} {
    padding: 0 0.9rem;
  }
`;
const Headline = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 1.6rem;
  padding: 0.7rem 0 0.4rem;
`;
const Standing = styled(ToggleButton)`
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 4px solid transparent;
  padding: 0.2rem 0.1rem;
  min-height: 52px;
  display: inline-flex;
  align-items: center;
  gap: 0.6rem;
  cursor: pointer;
  font-size: 1.75rem;
  font-weight: 700;
  font-stretch: 74%;
  span {
    text-transform: none;
    font: inherit;
    letter-spacing: 0;
    color: var(--ink);
  }
  &[data-selected] {
    border-bottom-color: var(--ink);
  }
  &[data-hovered] {
    border-bottom-color: var(--rule);
  }
  ${PHONE} {
    font-size: 1.3rem;
  }
`;
const Tools = styled.div`
  display: flex;
  align-items: end;
  gap: 1.5rem;
  padding-bottom: 0.8rem;
  label {
    display: block;
    font-size: 0.9rem;
    color: var(--ink-2);
  }
  input {
    font: inherit;
    font-size: 1.15rem;
    color: inherit;
    background: var(--raised);
    border: 1.6px solid var(--ink);
    min-height: 48px;
    width: min(24rem, 100%);
    padding: 0 0.8rem;
  }
  ${PHONE} {
    flex-wrap: wrap;
    gap: 0.6rem;
  }
`;
const Yards = styled.div`
  display: flex;
  gap: 0.5rem;
`;
const YardKey = styled(ToggleButton)`
  font: inherit;
  font-weight: 620;
  color: inherit;
  min-height: 48px;
  padding: 0 1rem;
  background: none;
  border: 1.6px solid var(--rule);
  cursor: pointer;
  &[data-selected] {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
`;
const Empty = styled.p`
  padding: 2rem 0;
  font-size: 1.2rem;
  max-width: 40rem;
`;

const ORDER: readonly Disposition[] = ['hold', 'unfinished', 'ready-watch', 'ready'];

/** The lead hand's first look: every unit by yard, how it stands and what is wrong. */
export const WatchView = () => {
  const [parameters, setParameters] = useSearchParams();
  const navigate = useNavigate();
  const filter = filterFrom(parameters);
  const change = (part: Partial<WatchFilter>): void =>
    setParameters(filterParameters({ ...filter, ...part }), { replace: true });
  const fleet = useFleetQuery();
  const watch = useWatchQuery();
  // What is typed stands here at once; the address follows a moment later and must not take digits back.
  const [typed, setTyped] = useState(filter.search);
  const arrivedBy = useNavigationType();
  useEffect(() => {
    if (arrivedBy === 'POP') setTyped(filter.search);
  }, [arrivedBy, filter.search]);
  const type = (value: string): void => {
    setTyped(value);
    change({ search: value });
  };
  const search = useDeferredValue(typed);
  const { standing, yardId } = filter;
  const lines = useMemo(
    () =>
      watch.data === undefined || fleet.data === undefined
        ? []
        : watchLines(watch.data, fleet.data.yards, { search, standing, yardId }),
    [watch.data, fleet.data, search, standing, yardId],
  );
  if (watch.data === undefined || fleet.data === undefined) {
    if (watch.isError || fleet.isError) {
      return (
        <>
          <MainBar />
          <Failed
            title="The watch could not be loaded"
            words="The server does not answer. Readings taken on this device are kept and will be sent."
            again={() => {
              void watch.refetch();
              void fleet.refetch();
            }}
          />
        </>
      );
    }
    return (
      <>
        <MainBar />
        <Loading />
      </>
    );
  }
  const counts = countByStanding(watch.data);
  const { data: shown } = watch;
  const { yards } = fleet.data;
  /** What is typed now counts, not what the list has caught up with. */
  const openFirst = (): void => {
    const first = watchLines(shown, yards, { ...filter, search: typed }).find((line) => line.kind === 'unit');
    if (first?.kind === 'unit') void navigate(`/units/${encodeURIComponent(first.row.unitId)}`);
  };
  return (
    <>
      <MainBar />
      <Sheet>
        <Headline role="group" aria-label="Show by standing">
          {ORDER.filter((known) => counts[known] > 0).map((known) => (
            <Standing
              key={known}
              isSelected={standing === known}
              onChange={(on) => change({ standing: on ? known : null })}
            >
              <Mark kind={DISPOSITION_MARK[known]} word={`${counts[known]} ${DISPOSITION_WORDS[known]}`} />
            </Standing>
          ))}
        </Headline>
        <Tools>
          <form
            role="search"
            onSubmit={(event) => {
              event.preventDefault();
              openFirst();
            }}
          >
            <SearchField value={typed} onChange={type}>
              <Label>Find a unit or a finding</Label>
              <Input placeholder="P-07, loader, weak …" />
            </SearchField>
          </form>
          {fleet.data.yards.length < 2 ? null : (
            <Yards role="group" aria-label="Yard">
              {fleet.data.yards.map((yard) => (
                <YardKey
                  key={yard.yardId}
                  isSelected={yardId === yard.yardId}
                  onChange={(on) => change({ yardId: on ? yard.yardId : null })}
                >
                  {yard.name}
                </YardKey>
              ))}
            </Yards>
          )}
        </Tools>
        {watch.data.units.length === 0 ? (
          <Empty>
            No unit is registered yet. Add the first one, then start a visit on it.
            <br />
            <br />
            <KeyLink to="/units/new">Add a unit</KeyLink>
          </Empty>
        ) : lines.length === 0 ? (
          <Empty>Nothing matches. Clear the search or choose another standing.</Empty>
        ) : (
          <WatchList lines={lines} />
        )}
      </Sheet>
    </>
  );
};
