import { useState } from 'react';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { useFleetQuery, useWatchQuery } from '../api/api';
import { CheckBox } from '../control/CheckBox';
import { ChoiceField } from '../control/ChoiceField';
import { momentText } from '../control/dates';
import { Key } from '../control/Key';
import { useOnce } from '../control/useOnce';
import { ShopSheet } from '../frame/ShopSheet';
import { useViewTitle } from '../frame/useViewTitle';
import { shiftYardsChosen, visitDaysChosen } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';
import { keepFailedWords, keepShift } from './keepShift';
import { yardsKept } from './shiftPaths';
import { unitsKept } from './shiftSlice';
import { useStorage, type Storage } from './useStorage';

const Yards = styled.div`
  display: grid;
  gap: 0.4rem;
`;

const storageWords = ({ megabytes, isKept }: Storage): string =>
  [
    megabytes === null
      ? 'This browser does not say how much is kept here.'
      : `${megabytes < 10 ? megabytes.toFixed(1) : Math.round(megabytes)} MB are kept here, the application itself included.`,
    isKept === null
      ? 'Opened over plain http, it may clear it.'
      : isKept
        ? 'The browser keeps it until you clear it yourself.'
        : 'The browser may clear it when the device runs short of room.',
  ].join(' ');

const DAYS = ['3', '7', '14', '30', '90'] as const;

/** The yards whose units are here without network, and bringing them. */
const Units = ({ brought }: { readonly brought: () => void }) => {
  const dispatch = useAppDispatch();
  const { data: fleet } = useFleetQuery();
  const { data: watch } = useWatchQuery();
  const { shiftYards } = useAppSelector(({ settings }) => settings);
  const { units } = useAppSelector(({ shift }) => shift);
  const { device, person, way } = useAppSelector(({ session }) => session);
  const [failed, setFailed] = useState<string | null>(null);
  const kept = yardsKept(shiftYards, watch?.units ?? []);
  const [bringing, bring] = useOnce(async () => {
    if (device?.deviceId === undefined) return;
    setFailed(null);
    try {
      const done = await keepShift(device.deviceId, shiftYards, () => false);
      if (done !== null) dispatch(unitsKept(done));
    } catch (error) {
      setFailed(keepFailedWords(error));
    }
    brought();
  });
  const choose = (yardId: string, isChosen: boolean): void =>
    void dispatch(shiftYardsChosen(isChosen ? [...kept, yardId] : kept.filter((own) => own !== yardId)));
  return (
    <section aria-labelledby="shift-units">
      <h2 id="shift-units">Without network</h2>
      <p>
        The watch, practice, and every unit of these yards with what it was last read at: visits are opened, led and
        signed off here, and sent once the server is in reach.
      </p>
      <Yards role="group" aria-label="Yards kept on this device">
        {/* Nobody chose and the watch is not there: which yards are kept cannot be told, and one press would let go of the others. */}
        {(shiftYards === null && watch === undefined ? [] : (fleet?.yards ?? [])).map(({ yardId, name }) => (
          <CheckBox
            key={yardId}
            words={name}
            isSelected={kept.includes(yardId)}
            onChange={(isChosen) => choose(yardId, isChosen)}
          />
        ))}
      </Yards>
      <p role="status">
        {failed !== null
          ? failed
          : bringing
            ? 'Bringing …'
            : units === null
              ? 'They are brought by themselves while the server is in reach.'
              : `${units.kept} of ${units.wanted} units are here${units.oldestMs === null ? '' : `, the oldest as of ${momentText(units.oldestMs)}`}.`}
      </p>
      <Key onPress={bring} isDisabled={bringing || person === null || way === 'pin-offline'}>
        Bring it now
      </Key>
    </section>
  );
};

/** What this device keeps: units for a shift without network, visits, and how safe all of it is. */
export const HereView = () => {
  useViewTitle('This device');
  const dispatch = useAppDispatch();
  const { device } = useAppSelector(({ session }) => session);
  const { visitDays } = useAppSelector(({ settings }) => settings);
  const { storage, ask, look } = useStorage();
  return (
    <ShopSheet>
      <p>
        {device === null ? 'This browser is not on record.' : <b>{device.name}</b>}
        {device === null ? '' : device.shared ? ', shared: people go on by PIN.' : ', not shared.'} When a lead ends it,
        or its own person signs out of it, all of this leaves it; what could not be sent yet stays until somebody signs
        in here.
      </p>
      <Units brought={() => void look()} />
      <section aria-labelledby="shift-visits">
        <h2 id="shift-visits">Visits</h2>
        <ChoiceField
          label="What the server has leaves this device after"
          value={String(visitDays)}
          onChange={(days) => dispatch(visitDaysChosen(Number(days)))}
          options={DAYS.map((days) => [days, `${days} days`] as const)}
        />
      </section>
      <section aria-labelledby="shift-storage">
        <h2 id="shift-storage">Storage</h2>
        <p>
          <Words>{storage === null ? '' : storageWords(storage)}</Words>
        </p>
        {storage?.isKept === false ? <Key onPress={ask}>Ask the browser to keep it</Key> : null}
      </section>
    </ShopSheet>
  );
};
