import { BATTERY_STATES, batteryQuerySchema, type BatteryRow } from '@vaktman/contract';
import { useDeferredValue, useState } from 'react';
import { Input, Label, SearchField } from 'react-aria-components';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useBatteriesInfiniteQuery, useBatteryLivesQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { dayText } from '../control/dates';
import { ChoiceField } from '../control/ChoiceField';
import { Key, PrimaryKey } from '../control/Key';
import { LongTable, type Column } from '../control/LongTable';
import { SearchTools } from '../control/SearchTools';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/useViewTitle';
import { SideSheet } from '../frame/SideSheet';
import { useMay } from '../session/useMay';
import { BatteryLives } from './BatteryLives';
import { ratingWords, STATE_WORDS, whereWords } from './batteryWords';
import { DateCodes } from './DateCodes';
import { StoreBattery } from './StoreBattery';

const Main = styled.div`
  display: grid;
  gap: 1rem;
  align-content: start;
  min-width: 0;
`;

const Wrong = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 1rem;
  color: var(--failed);
  font-weight: 680;
`;

const COLUMNS: readonly Column<BatteryRow>[] = [
  {
    words: 'Serial',
    share: 4,
    sort: 'serial',
    text: (row) => row.battery.serial ?? '',
    cell: (row) => (
      <Link to={`/batteries/${row.batteryId}`}>
        <strong>{row.battery.serial ?? 'no serial'}</strong>
      </Link>
    ),
  },
  { words: 'Make', wide: true, share: 4, sort: 'make', cell: (row) => row.battery.make ?? '–' },
  { words: 'Rating', share: 5, sort: 'rating', cell: (row) => ratingWords(row.battery) },
  {
    words: 'Where',
    share: 4,
    sort: 'where',
    text: (row) => whereWords(row),
    cell: (row) =>
      row.unitId === null ? (
        whereWords(row)
      ) : (
        <Link to={`/units/${encodeURIComponent(row.unitId)}`}>{whereWords(row)}</Link>
      ),
  },
  {
    words: 'Since',
    wide: true,
    share: 3.4,
    sort: 'since',
    cell: (row) => (row.since === null ? '–' : dayText(row.since)),
  },
  {
    words: 'Warranty to',
    wide: true,
    share: 3.4,
    sort: 'warranty',
    cell: (row) => (row.warrantyUntil === null ? '–' : dayText(row.warrantyUntil)),
  },
];

/** Every battery by serial: where it is, since when, and how long its like live. */
export const BatteriesView = () => {
  const [parameters, setParameters] = useSearchParams();
  const search = parameters.get('q') ?? '';
  useViewTitle('Batteries');
  const state = BATTERY_STATES.find((known) => known === parameters.get('state')) ?? null;
  const sort = batteryQuerySchema.shape.sort.catch('serial').parse(parameters.get('sort') ?? undefined);
  const change = (part: { q?: string; state?: string; sort?: string }): void => {
    const next = { q: search, state: state ?? '', sort, ...part };
    setParameters(
      Object.entries(next).filter(([name, value]) => value !== '' && !(name === 'sort' && value === 'serial')),
      { replace: true },
    );
  };
  const [storing, setStoring] = useState(false);
  const stores = useMay('technician');
  const asked = useDeferredValue(search);
  const batteries = useBatteriesInfiniteQuery({ q: asked, sort, ...(state === null ? {} : { state }) });
  const rows = batteries.data?.pages.flatMap((page) => page.batteries) ?? [];
  const lives = useBatteryLivesQuery();
  return (
    <>
      {batteries.data === undefined ? (
        batteries.isError ? (
          <Failed
            title="The batteries could not be loaded"
            words={failedWords(batteries.error)}
            again={() => void batteries.refetch()}
          />
        ) : (
          <Loading />
        )
      ) : (
        <SideSheet>
          <Main>
            <SearchTools>
              <SearchField value={search} onChange={(value) => change({ q: value })}>
                <Label>Find by serial, unit or make</Label>
                <Input placeholder="BR-21 …" />
              </SearchField>
              <ChoiceField
                label="Where"
                value={state ?? ''}
                onChange={(value) => change({ state: value })}
                options={[['', 'anywhere'], ...BATTERY_STATES.map((known) => [known, STATE_WORDS[known]] as const)]}
              />
              {storing || !stores ? null : (
                <PrimaryKey onPress={() => setStoring(true)}>Take one into store</PrimaryKey>
              )}
            </SearchTools>
            {storing ? <StoreBattery close={() => setStoring(false)} /> : null}
            {storing ? null : <DateCodes />}
            {batteries.isError ? (
              <Wrong role="alert">
                {failedWords(batteries.error)}{' '}
                {batteries.currentData === undefined
                  ? 'What stands here is of an earlier search.'
                  : 'What stands here may be out of date.'}
                <Key onPress={() => void batteries.refetch()}>Try again</Key>
              </Wrong>
            ) : null}
            <LongTable
              caption="Batteries"
              rows={rows}
              rowKey={({ batteryId }) => batteryId}
              count={batteries.data.pages[0]?.total ?? 0}
              more={() => void batteries.fetchNextPage()}
              sorted={sort}
              sort={(by) => change({ sort: by })}
              columns={COLUMNS}
              empty={
                search === '' && state === null
                  ? 'No battery is on record yet. Add a unit, or take one into store.'
                  : 'Nothing matches. Clear the search or look anywhere.'
              }
            />
          </Main>
          <BatteryLives lives={lives.data ?? []} />
        </SideSheet>
      )}
    </>
  );
};
