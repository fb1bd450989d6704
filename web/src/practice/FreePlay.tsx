import {
  faultText,
  faultWords,
  nameableKinds,
  parseDecimal,
  placesOf,
  plainFaultSchema,
  pointName,
  problemsOf,
  type DebriefInput,
  type Fault,
  type FaultKind,
} from '@vaktman/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useUnitQuery, useWatchQuery } from '../api/api';
import { failedWords } from '../api/failure';
import { ChoiceField } from '../control/ChoiceField';
import { Key, QuietKey } from '../control/Key';
import { NumberField } from '../control/NumberField';
import { useAppDispatch } from '../store';
import { freePlaySet } from './practiceSlice';

const Form = styled.div`
  display: grid;
  gap: 0.7rem;
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.7rem;
  }
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
`;

/** Amounts a kind of fault is set up with: the key of its figure, its words and a telling value. */
const AMOUNTS: Partial<Record<FaultKind, readonly [key: string, words: string, usual: string, unit?: string]>> = {
  'battery.weak': ['age', 'Age, 1 new, 2 weak', '2'],
  'battery.sulphated': ['age', 'Age, 1.5 usual', '1.5'],
  'battery.flat': ['stateOfChargePercent', 'Charge', '30', '%'],
  'battery.dirty-case': ['volts', 'On the case', '1.2', 'V'],
  'joint.resistive': ['milliohms', 'Resistance', '3', 'mΩ'],
  'joint.intermittent': ['milliohms', 'Resistance', '5', 'mΩ'],
  'cable.corroded': ['factor', 'Times its resistance', '5'],
  'cable.undersized': ['areaMm2', 'Cross-section', '25', 'mm²'],
  'starter.contacts': ['milliohms', 'Resistance', '2.5', 'mΩ'],
  'start.control-wire': ['milliohms', 'Resistance', '200', 'mΩ'],
  'start.magnetic-switch': ['milliohms', 'Resistance', '200', 'mΩ'],
  'starter.motor': ['factor', 'Times its resistance', '2'],
  'belt.slips': ['factor', 'Share of its speed', '0.6'],
  'alternator.weak': ['factor', 'Share of its output', '0.6'],
  'regulator.offset': ['volts', 'Off, per 12 V', '1.2', 'V'],
  parasitic: ['amps', 'Draw', '8', 'A'],
};

const without = (faults: readonly Fault[], { kind, at }: Fault): readonly Fault[] =>
  faults.filter((own) => own.kind !== kind || own.at !== at);

const outOf = (text: string, min: number, max: number, unit: string): string | undefined => {
  const value = parseDecimal(text);
  return value >= min && value <= max ? undefined : `expected ${min} to ${max} ${unit}, received ${text || 'nothing'}`;
};

/** Any unit of the fleet with any fault hidden in it. */
export const FreePlay = ({ visit }: { visit: (input: DebriefInput) => Promise<void> }) => {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { data: watch, error } = useWatchQuery();
  const [unitId, setUnitId] = useState('');
  const chosen = unitId === '' ? (watch?.units[0]?.unitId ?? '') : unitId;
  const { currentData: detail } = useUnitQuery(chosen, { skip: chosen === '' });
  const [ambient, setAmbient] = useState('-4');
  const [charge, setCharge] = useState('94');
  const [picked, setPicked] = useState<FaultKind>('battery.weak');
  const [place, setPlace] = useState('');
  const [amount, setAmount] = useState('2');
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const [wrong, setWrong] = useState<string>();
  if (watch?.units.length === 0) return <p>The fleet has no units yet. Add one, and play with it here.</p>;
  if (detail === undefined)
    return <p>{error === undefined ? 'The units of the fleet are being fetched.' : failedWords(error)}</p>;
  const { unit } = detail;
  const kinds = nameableKinds(unit);
  // Another unit may have nothing of the kind that was picked.
  const kind = kinds.includes(picked) ? picked : 'battery.weak';
  const places = placesOf(unit, kind);
  const at = places.includes(place) ? place : (places[0] ?? '');
  const wanted = AMOUNTS[kind];
  const add = (): void => {
    if (wanted !== undefined && Number.isNaN(parseDecimal(amount))) {
      setWrong(`expected a number, received ${amount || 'nothing'}`);
      return;
    }
    const made: unknown = {
      kind,
      at,
      ...(wanted === undefined ? {} : { [wanted[0]]: parseDecimal(amount) }),
    };
    const parsed = plainFaultSchema.safeParse(made);
    if (!parsed.success) {
      setWrong(problemsOf(parsed.error, made)[0]?.message);
      return;
    }
    setWrong(undefined);
    // A place has a kind of fault once: set up again, it stands for what was set up before.
    setFaults((before) => [...without(before, parsed.data), parsed.data]);
  };
  const ambientWrong = outOf(ambient, -40, 45, '°C');
  const chargeWrong = outOf(charge, 0, 100, '%');
  const ready = ambientWrong === undefined && chargeWrong === undefined;
  const input = (): DebriefInput => ({
    unit,
    ambientC: parseDecimal(ambient),
    stateOfChargePercent: Object.fromEntries(
      unit.bank.batteries.map(({ position }) => [position, parseDecimal(charge)]),
    ),
    faults,
    seed: 1 + Math.floor(Math.random() * 1e6),
  });
  return (
    <Form>
      <ChoiceField
        label="Unit"
        value={chosen}
        onChange={(value) => {
          setUnitId(value);
          setFaults([]);
        }}
        options={(watch?.units ?? []).map(({ unitId: id, description }) => [id, `${id}, ${description}`] as const)}
      />
      <div className="pair">
        <NumberField
          label="Air and batteries"
          unit="°C"
          signed
          value={ambient}
          onChange={setAmbient}
          error={ambientWrong}
        />
        <NumberField label="State of charge" unit="%" value={charge} onChange={setCharge} error={chargeWrong} />
      </div>
      <div className="pair">
        <ChoiceField
          label="Fault"
          value={kind}
          onChange={(value) => {
            const next = kinds.find((known) => known === value) ?? 'battery.weak';
            setPicked(next);
            setAmount(AMOUNTS[next]?.[2] ?? '');
            setWrong(undefined);
          }}
          options={kinds.map((known) => [known, faultWords(known)] as const)}
        />
        <ChoiceField
          label="Where it sits"
          value={at}
          onChange={setPlace}
          options={places.map((known) => [known, pointName(known)] as const)}
        />
      </div>
      <div className="pair">
        {wanted === undefined ? (
          <span />
        ) : (
          <NumberField
            label={wanted[1]}
            unit={wanted[3] ?? ''}
            signed
            value={amount}
            onChange={(text) => {
              setAmount(text);
              setWrong(undefined);
            }}
            error={wrong}
          />
        )}
        <Key onPress={add} style={{ alignSelf: 'end' }}>
          Add the fault
        </Key>
      </div>
      {faults.length === 0 ? <p>No fault yet: a sound machine.</p> : null}
      <ul>
        {faults.map((fault) => (
          <li key={JSON.stringify(fault)}>
            {faultText(fault)}
            <QuietKey
              aria-label={`Leave out ${faultText(fault)}`}
              onPress={() => setFaults((before) => without(before, fault))}
            >
              Leave it out
            </QuietKey>
          </li>
        ))}
      </ul>
      <div className="pair">
        <Key isDisabled={!ready} onPress={() => visit(input())}>
          As a visit
        </Key>
        <Key
          isDisabled={!ready}
          onPress={() => {
            dispatch(freePlaySet(input()));
            void navigate('/practice/free');
          }}
        >
          To the bench
        </Key>
      </div>
    </Form>
  );
};
