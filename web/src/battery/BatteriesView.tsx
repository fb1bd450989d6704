import { BATTERY_STATES, type BatteryState } from '@vaktman/contract';
import { useDeferredValue, useState } from 'react';
import { Input, Label, SearchField } from 'react-aria-components';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { useBatteriesQuery, useBatteryLivesQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { dayText } from '../control/dates';
import { ChoiceField } from '../control/ChoiceField';
import { PrimaryKey } from '../control/Key';
import { SearchTools } from '../control/SearchTools';
import { Failed, Loading } from '../frame/Failed';
import { useViewTitle } from '../frame/titleSlice';
import { SideSheet } from '../frame/SideSheet';
import { Scroll, Table } from '../unit/unitTable';
import { BatteryLives } from './BatteryLives';
import { ratingWords, STATE_WORDS, whereWords } from './batteryWords';
import { StoreBattery } from './StoreBattery';

const Main = styled.div`
  display: grid;
  gap: 1rem;
  min-width: 0;
`;

/** Every battery by serial: where it is, since when, and how long its like live. */
export const BatteriesView = () => {
  const [parameters, setParameters] = useSearchParams();
  const search = parameters.get('q') ?? '';
  useViewTitle('Batteries');
  const state = BATTERY_STATES.find((known) => known === parameters.get('state')) ?? null;
  const change = (q: string, next: BatteryState | null): void =>
    setParameters({ ...(q === '' ? {} : { q }), ...(next === null ? {} : { state: next }) }, { replace: true });
  const [storing, setStoring] = useState(false);
  const asked = useDeferredValue(search);
  const batteries = useBatteriesQuery({ search: asked, state });
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
              <SearchField value={search} onChange={(value) => change(value, state)}>
                <Label>Find by serial or make</Label>
                <Input placeholder="BR-21 …" />
              </SearchField>
              <ChoiceField
                label="Where"
                value={state ?? ''}
                onChange={(value) => change(search, BATTERY_STATES.find((known) => known === value) ?? null)}
                options={[['', 'anywhere'], ...BATTERY_STATES.map((known) => [known, STATE_WORDS[known]] as const)]}
              />
              {storing ? null : <PrimaryKey onPress={() => setStoring(true)}>Take one into store</PrimaryKey>}
            </SearchTools>
            {storing ? <StoreBattery close={() => setStoring(false)} /> : null}
            <Scroll>
              <Table>
                <caption>Batteries</caption>
                <thead>
                  <tr>
                    <th scope="col">Serial</th>
                    <th scope="col">Make</th>
                    <th scope="col">Rating</th>
                    <th scope="col">Where</th>
                    <th scope="col">Since</th>
                    <th scope="col">Warranty to</th>
                  </tr>
                </thead>
                <tbody>
                  {batteries.data.batteries.map((row) => (
                    <tr key={row.batteryId}>
                      <td>
                        <Link to={`/batteries/${row.batteryId}`}>
                          <strong>{row.battery.serial ?? 'no serial'}</strong>
                        </Link>
                      </td>
                      <td>{row.battery.make ?? '–'}</td>
                      <td>{ratingWords(row.battery)}</td>
                      <td>
                        {row.unitId === null ? (
                          whereWords(row)
                        ) : (
                          <Link to={`/units/${encodeURIComponent(row.unitId)}`}>{whereWords(row)}</Link>
                        )}
                      </td>
                      <td>{row.since === null ? '–' : dayText(row.since)}</td>
                      <td>{row.warrantyUntil === null ? '–' : dayText(row.warrantyUntil)}</td>
                    </tr>
                  ))}
                  {batteries.data.batteries.length === 0 ? (
                    <tr>
                      <td colSpan={6}>
                        {search === '' && state === null
                          ? 'No battery is on record yet. Add a unit, or take one into store.'
                          : 'Nothing matches. Clear the search or look anywhere.'}
                      </td>
                    </tr>
                  ) : null}
                </tbody>
              </Table>
              {batteries.data.more ? <p>There are more. Type the beginning of a serial.</p> : null}
            </Scroll>
          </Main>
          <BatteryLives lives={lives.data ?? []} />
        </SideSheet>
      )}
    </>
  );
};
