import type { BatteryDetail, BatteryLife } from '@vaktman/contract';
import { CAPABILITY_LIMIT_PERCENT, figure } from '@vaktman/core';
import { Link, useParams } from 'react-router';
import { Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import styled from 'styled-components';
import { useMay } from '../session/useMay';
import { useBatteryLivesQuery, useBatteryQuery } from '../api/api';
import { failedWords, isNotFound } from '../api/failure';
import { dateOf, dayText } from '../control/dates';
import { KeyLink } from '../control/Key';
import { ChangesLink } from '../history/ChangesLink';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { SideSheet } from '../frame/SideSheet';
import { TitleBlock } from '../frame/TitleBlock';
import { PHONE } from '../theme/screen';
import { monthOf } from '../unit/timeScale';
import { Scroll, Table } from '../control/tableStyle';
import { BatteryReadings } from './BatteryReadings';
import { BenchReadings } from './BenchReadings';
import { expectedWords, madeWords, ratingWords, whereWords } from './batteryWords';
import { MoveBattery } from './MoveBattery';

const Frame = styled.figure`
  height: 260px;
  font-size: 14px;
  margin-bottom: 1.2rem;
  .recharts-surface:focus {
    outline: none;
  }
`;

/** What is done with it comes first on a phone. */
const Done = styled.aside`
  ${PHONE} {
    order: -1;
  }
`;

const YEAR_MS = 365.25 * 86_400_000;

const ageWords = ({ battery, scrappedAt }: BatteryDetail): string => {
  if (battery.fitted === undefined) return 'not fitted yet';
  const years = ((scrappedAt === null ? Date.now() : Date.parse(scrappedAt)) - Date.parse(battery.fitted)) / YEAR_MS;
  return `${figure(Math.max(0, years), 1)} years${scrappedAt === null ? '' : ' when scrapped'}`;
};

const warrantyWords = ({ warrantyUntil, scrappedAt }: BatteryDetail): string => {
  if (warrantyUntil === null) return 'not on record';
  const at = scrappedAt ?? new Date().toISOString();
  return dateOf(at) <= warrantyUntil ? `to ${dayText(warrantyUntil)}` : `ended ${dayText(warrantyUntil)}`;
};

const Life = ({ detail }: { detail: BatteryDetail }) => {
  const rows = detail.figures.flatMap(({ at, capabilityPercent }) =>
    capabilityPercent === null ? [] : [{ ms: Date.parse(at), value: capabilityPercent }],
  );
  const moves = detail.stays.slice(1).map(({ from, unitId, position }) => ({
    ms: Date.parse(from),
    words: `${unitId} ${position}`,
  }));
  return (
    <div>
      <h2>Capability over its life, percent of rating</h2>
      {rows.length < 2 ? (
        <p>A line needs two load tests.</p>
      ) : (
        <Frame
          role="img"
          aria-label={`Capability: ${rows.map(({ ms, value }) => `${monthOf(ms)} ${figure(value, 0)} %`).join(', ')}; limit ${CAPABILITY_LIMIT_PERCENT} %`}
        >
          <ResponsiveContainer width="100%" height="100%">
            <LineChart data={rows} margin={{ top: 16, right: 20, bottom: 0, left: -14 }}>
              <XAxis
                dataKey="ms"
                type="number"
                domain={['dataMin', 'dataMax']}
                tickFormatter={monthOf}
                stroke="var(--ink)"
                tick={{ fill: 'var(--ink-2)' }}
                tickCount={6}
              />
              <YAxis domain={[50, 120]} ticks={[50, 70, 90, 110]} stroke="var(--ink)" tick={{ fill: 'var(--ink-2)' }} />
              <ReferenceLine y={CAPABILITY_LIMIT_PERCENT} stroke="var(--failed)" strokeWidth={3} />
              {moves.map(({ ms, words }) => (
                <ReferenceLine
                  key={ms}
                  x={ms}
                  stroke="var(--ink)"
                  strokeDasharray="4 3"
                  label={{ value: words, position: 'top', fill: 'var(--ink)' }}
                />
              ))}
              <Line
                dataKey="value"
                type="linear"
                stroke="var(--ink)"
                strokeWidth={2}
                dot={{ r: 3.6, fill: 'var(--paper)' }}
                isAnimationActive={false}
              />
            </LineChart>
          </ResponsiveContainer>
        </Frame>
      )}
      <Scroll>
        <Table>
          <caption>Where it was</caption>
          <thead>
            <tr>
              <th scope="col">Unit</th>
              <th scope="col">At</th>
              <th scope="col">From</th>
              <th scope="col">To</th>
              <th scope="col">Why it left</th>
            </tr>
          </thead>
          <tbody>
            {detail.stays.map(({ unitId, position, from, to, removedBecause }) => (
              <tr key={from}>
                <td>
                  <Link to={`/units/${encodeURIComponent(unitId)}`}>{unitId}</Link>
                </td>
                <td>{position}</td>
                <td>{dayText(from)}</td>
                <td>{to === null ? 'now' : dayText(to)}</td>
                <td className="words">{removedBecause ?? ''}</td>
              </tr>
            ))}
            {detail.stays.length === 0 ? (
              <tr>
                <td colSpan={5}>Never fitted. Fit it from here.</td>
              </tr>
            ) : null}
          </tbody>
        </Table>
      </Scroll>
      <BatteryReadings figures={detail.figures} />
    </div>
  );
};

/** Until when batteries of its yard usually last; nothing where none is gone yet. */
const expectedCells = (detail: BatteryDetail, lives: readonly BatteryLife[]) => {
  const words = expectedWords(detail, lives);
  return words === null ? [] : [{ label: 'Usually lasts', value: words }];
};

/** One battery as a thing with a life: where it is and was, what was read of it, and what is done with it. */
export const BatteryView = () => {
  const [moves, reads] = [useMay('technician'), useMay('trainee')];
  const { batteryId = '' } = useParams();
  const { currentData: detail, isError, error, refetch } = useBatteryQuery(batteryId);
  const { data: lives = [] } = useBatteryLivesQuery();
  if (detail === undefined) {
    if (!isError) return <Loading />;
    return (
      <FailedPage
        title={isNotFound(error) ? 'This battery is not on record' : 'The battery could not be loaded'}
        words={isNotFound(error) ? 'Look for its serial among the batteries.' : failedWords(error)}
        again={() => void refetch()}
      />
    );
  }
  return (
    <>
      <TitleBlock
        plate={detail.battery.serial ?? 'no serial'}
        lines={[detail.battery.make ?? 'make not on record', ratingWords(detail.battery)]}
        cells={[
          { label: 'Is', value: whereWords(detail) },
          { label: 'Age', value: ageWords(detail) },
          { label: 'Made', value: madeWords(detail) },
          { label: 'Warranty', value: warrantyWords(detail) },
          ...expectedCells(detail, lives),
        ]}
        end={
          <>
            <DeviceKeys />
            <EndLink to="/batteries">Back to batteries</EndLink>
          </>
        }
      />
      <SideSheet>
        <div>
          <Life detail={detail} />
          <BenchReadings detail={detail} />
          <ChangesLink
            of={`thing=battery&thingId=${encodeURIComponent(detail.batteryId)}`}
            words="Who changed what here, and when"
          />
        </div>
        <Done>
          {detail.state === 'scrapped' || !reads ? null : (
            <p style={{ marginBottom: '1rem' }}>
              <KeyLink to={`/batteries/${batteryId}/test`}>Test it on the bench</KeyLink>
            </p>
          )}
          {moves ? (
            <MoveBattery
              key={`${batteryId} ${detail.state} ${detail.unitId ?? ''} ${detail.position ?? ''}`}
              detail={detail}
            />
          ) : null}
        </Done>
      </SideSheet>
    </>
  );
};
