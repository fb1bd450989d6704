import type { BatteryDetail, BatteryMove } from '@vaktman/contract';
import { parseArrangement, type Arrangement } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { useBatteriesQuery, useMoveBatteryMutation, useRegisterQuery } from '../api/api';
import { problemText } from '../api/failure';
import { dayText } from '../control/dates';
import { ChoiceField, Field } from '../control/Field';
import { PrimaryKey } from '../control/Key';

const Panel = styled.form`
  display: grid;
  gap: 1rem;
  position: sticky;
  top: 80px;
  .wrong {
    color: var(--failed);
    font-weight: 680;
  }
`;

type Kind = BatteryMove['kind'];
const WORDS: Readonly<Record<Kind, string>> = {
  fit: 'Fit it in a unit',
  swap: 'Swap it with another',
  remove: 'Take it to the store room',
  scrap: 'Scrap it',
};
const DONE: Readonly<Record<Kind, string>> = { fit: 'Fit', swap: 'Swap', remove: 'Take it out', scrap: 'Scrap' };

const positionsOf = (arrangement: string | undefined): readonly string[] => {
  if (arrangement === undefined) return [];
  const { series, parallel } = parseArrangement(arrangement as Arrangement);
  return [...'ABCDEF'.slice(0, series * parallel)];
};

/** What is done with a battery: fitted, swapped, taken out, scrapped; always with a reason that stays with it. */
export const MoveBattery = ({ detail }: { detail: BatteryDetail }) => {
  const kinds: readonly Kind[] = detail.state === 'fitted' ? ['fit', 'swap', 'remove', 'scrap'] : ['fit', 'scrap'];
  const [kind, setKind] = useState<Kind>(kinds[0]!);
  const [unitId, setUnitId] = useState('');
  const [position, setPosition] = useState('A');
  const [withBatteryId, setWithBatteryId] = useState('');
  const [because, setBecause] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const register = useRegisterQuery();
  const fitted = useBatteriesQuery({ search: '', state: 'fitted' }, { skip: kind !== 'swap' });
  const [moveBattery, { isLoading }] = useMoveBatteryMutation();
  if (detail.state === 'scrapped')
    return (
      <aside>
        <h2>Scrapped</h2>
        <p>
          {detail.scrappedAt === null ? '' : `${dayText(detail.scrappedAt)}: `}
          {detail.scrappedBecause}
        </p>
      </aside>
    );
  const units = (register.data ?? []).filter(({ retiredAt }) => retiredAt === null);
  const positions = positionsOf(units.find((unit) => unit.unitId === unitId)?.arrangement);
  const move = (): BatteryMove => {
    switch (kind) {
      case 'fit':
        return { kind, unitId, position: positions.includes(position) ? position : 'A', because };
      case 'swap':
        return { kind, withBatteryId, because };
      case 'remove':
      case 'scrap':
        return { kind, because };
    }
  };
  const missing =
    because.trim() === ''
      ? 'Say why.'
      : kind === 'fit' && unitId === ''
        ? 'Choose a unit.'
        : kind === 'swap' && withBatteryId === ''
          ? 'Choose the other battery.'
          : null;
  const save = async (): Promise<void> => {
    if (missing !== null) {
      setProblem(missing);
      return;
    }
    const answer = await moveBattery({ batteryId: detail.batteryId, move: move() });
    if (answer.error !== undefined) setProblem(problemText(answer.error));
  };
  return (
    <Panel
      aria-label="Move this battery"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h2>What is done with it</h2>
      <ChoiceField
        label="What"
        value={kind}
        onChange={(value) => setKind(kinds.find((known) => known === value) ?? kinds[0]!)}
        options={kinds.map((known) => [known, WORDS[known]] as const)}
      />
      {kind !== 'fit' ? null : (
        <>
          <ChoiceField
            label="Unit"
            value={unitId}
            onChange={setUnitId}
            options={[
              ['', 'choose a unit'],
              ...units.map((unit) => [unit.unitId, `${unit.unitId} ${unit.description}`] as const),
            ]}
          />
          <ChoiceField
            label="Position"
            value={position}
            onChange={setPosition}
            options={positions.map((letter) => [letter, letter] as const)}
          />
          <p>A battery that sits there goes to the store room.</p>
        </>
      )}
      {kind !== 'swap' ? null : (
        <ChoiceField
          label="With"
          value={withBatteryId}
          onChange={setWithBatteryId}
          options={[
            ['', 'choose a battery'],
            ...(fitted.data?.batteries ?? [])
              .filter((other) => other.batteryId !== detail.batteryId)
              .map(
                (other) =>
                  [
                    other.batteryId,
                    `${other.battery.serial ?? 'no serial'}: ${other.unitId}, ${other.position}`,
                  ] as const,
              ),
          ]}
        />
      )}
      <Field label="Why" value={because} onChange={setBecause} />
      {kind === 'scrap' ? (
        <p>A scrapped battery does not come back. Old batteries are taken by licensed people.</p>
      ) : null}
      {kind === 'fit' || kind === 'swap' ? (
        <p>Ground side off first, on last. No rings or watches. Memory power first where modules lose settings.</p>
      ) : null}
      {problem === null ? null : (
        <p className="wrong" role="alert">
          {problem}
        </p>
      )}
      <PrimaryKey type="submit" isDisabled={isLoading}>
        {DONE[kind]}
      </PrimaryKey>
    </Panel>
  );
};
