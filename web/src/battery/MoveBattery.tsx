import { batteryMoveSchema, type BatteryDetail, type BatteryMove } from '@vaktman/contract';
import {
  type UnitId,
  CAPABILITY_LIMIT_PERCENT,
  LIMITS,
  parseArrangement,
  type Arrangement,
  present,
} from '@vaktman/core';
import { useDeferredValue, useState } from 'react';
import { useForm } from 'react-hook-form';
import styled from 'styled-components';
import { useBatteriesInfiniteQuery, useMoveBatteryMutation, useRegisterQuery } from '../api/api';
import { problemText } from '../api/failure';
import { AskForForm } from '../control/AskForForm';
import { dayText, todayText } from '../control/dates';
import { ComboField } from '../control/ComboField';
import { draftResolver, focusFirstWrong, messagesOf } from '../control/draftForm';
import { Choice, TextLine } from '../control/formLines';
import { inReach } from '../control/inReach';
import { PrimaryKey } from '../control/Key';
import { MOST_SHOWN, narrowed } from '../control/narrowed';
import { useOnce } from '../control/useOnce';
import { VisitOpen } from './VisitOpen';

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

const Foot = styled.div`
  display: grid;
  ${inReach}
`;

type Kind = BatteryMove['kind'];
const WORDS: Readonly<Record<Kind, string>> = {
  fit: 'Fit it in a unit',
  swap: 'Swap it with another',
  remove: 'Take it to the store room',
  scrap: 'Scrap it',
  claim: 'Send it back to its maker',
  return: 'It came back from its maker',
};
const DONE: Readonly<Record<Kind, string>> = {
  fit: 'Fit',
  swap: 'Swap',
  remove: 'Take it out',
  scrap: 'Scrap',
  claim: 'Send it back',
  return: 'Take it into store',
};

const positionsOf = (arrangement: string | undefined): readonly string[] => {
  if (arrangement === undefined) return [];
  const { series, parallel } = parseArrangement(arrangement as Arrangement);
  return [...'ABCDEF'.slice(0, series * parallel)];
};

/** A battery whose last test says it gives too little, or that stood at the volts of a dead cell, is not fitted again. */
const isWornOut = ({ figures, battery }: BatteryDetail): boolean => {
  const last = figures.at(-1);
  if (last === undefined) return false;
  const deadVolts = LIMITS.deadCellVolts.value * ((battery.nominalVolts ?? 12) / 12);
  return (
    (last.capabilityPercent !== null && last.capabilityPercent < CAPABILITY_LIMIT_PERCENT) ||
    (last.restingVolts !== null && last.restingVolts <= deadVolts)
  );
};

/** What may be done with it, what is likeliest first. */
const kindsFor = (detail: BatteryDetail): readonly Kind[] => {
  if (detail.state === 'claimed') return ['return', 'scrap'];
  if (detail.state === 'fitted') return ['fit', 'swap', 'remove', 'claim', 'scrap'];
  if (!isWornOut(detail)) return ['fit', 'claim', 'scrap'];
  const stands = detail.warrantyUntil !== null && detail.warrantyUntil >= todayText();
  return stands ? ['claim', 'scrap', 'fit'] : ['scrap', 'claim', 'fit'];
};

interface Typed {
  kind: Kind;
  unitId: UnitId;
  position: string;
  withBatteryId: string;
  because: string;
}
/** What is asked for, of everything that was typed: each kind of move has its own. */
const resolver = draftResolver<Typed, BatteryMove>(
  batteryMoveSchema,
  ({ kind, unitId, position, withBatteryId, because }) => {
    switch (kind) {
      case 'fit':
        return { kind, unitId, position, because };
      case 'swap':
        return { kind, withBatteryId, because };
      case 'remove':
      case 'scrap':
      case 'claim':
      case 'return':
        return { kind, because };
    }
  },
);

/** What is done with a battery: fitted, swapped, taken out, scrapped; always with a reason that stays with it. */
export const MoveBattery = ({ detail }: { detail: BatteryDetail }) => {
  const kinds = kindsFor(detail);
  const [problem, setProblem] = useState<string | null>(null);
  const { control, handleSubmit, watch, setValue, formState } = useForm<Typed, unknown, BatteryMove>({
    defaultValues: { kind: present(kinds[0]), unitId: '', position: 'A', withBatteryId: '', because: '' },
    resolver,
    shouldFocusError: false,
  });
  const [kind, unitId] = watch(['kind', 'unitId']);
  const errors = messagesOf(formState.errors);
  const register = useRegisterQuery();
  const [typed, setTyped] = useState('');
  const asked = useDeferredValue(typed.split(':')[0] ?? '');
  const fitted = useBatteriesInfiniteQuery({ q: asked, state: 'fitted', sort: 'serial' }, { skip: kind !== 'swap' });
  const [moveBattery] = useMoveBatteryMutation();
  const move = async (wanted: BatteryMove): Promise<void> => {
    const answer = await moveBattery({ batteryId: detail.batteryId, move: wanted });
    setProblem(answer.error === undefined ? null : problemText(answer.error));
  };
  const [moving, submit] = useOnce(async (form: HTMLFormElement) => handleSubmit(move, () => focusFirstWrong(form))());
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
  return (
    <Panel
      aria-label="Move this battery"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void submit(event.currentTarget);
      }}
    >
      <AskForForm control={control} />
      <h2>What is done with it</h2>
      <Choice
        control={control}
        name="kind"
        label="What"
        options={kinds.map((known) => [known, WORDS[known]] as const)}
      />
      {kind !== 'fit' ? null : (
        <>
          <ComboField
            label="Unit"
            hint="P-07, grader …"
            onChange={(value) => setValue('unitId', value, { shouldValidate: formState.isSubmitted })}
            search={setTyped}
            error={errors['unitId']}
            options={narrowed(
              units.map((unit) => [unit.unitId, `${unit.unitId} ${unit.description}`] as const),
              typed,
            )}
          />
          <Choice
            control={control}
            name="position"
            label="Position"
            options={positions.map((letter) => [letter, letter] as const)}
          />
          <p>A battery that sits there goes to the store room.</p>
        </>
      )}
      {kind !== 'swap' ? null : (
        <ComboField
          label="With"
          hint="serial or unit"
          onChange={(value) => setValue('withBatteryId', value, { shouldValidate: formState.isSubmitted })}
          search={setTyped}
          error={errors['withBatteryId']}
          options={(fitted.data?.pages[0]?.batteries ?? [])
            .filter((other) => other.batteryId !== detail.batteryId)
            .slice(0, MOST_SHOWN)
            .map(
              (other) =>
                [
                  other.batteryId,
                  `${other.battery.serial ?? 'no serial'}: ${other.unitId}, ${other.position}`,
                ] as const,
            )}
        />
      )}
      {detail.state === 'fitted' && detail.unitId !== null ? <VisitOpen unitId={detail.unitId} /> : null}
      {kind === 'fit' && unitId !== detail.unitId ? <VisitOpen unitId={unitId} /> : null}
      <TextLine control={control} name="because" label="Why" />
      {isWornOut(detail) && kind === 'fit' ? (
        <p>
          <strong>Its last test failed. Charge it, let it rest and test it before it is fitted.</strong>
        </p>
      ) : null}
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
      <Foot>
        <PrimaryKey type="submit" isPending={moving}>
          {DONE[kind]}
        </PrimaryKey>
      </Foot>
    </Panel>
  );
};
