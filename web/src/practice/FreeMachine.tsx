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
  type Unit,
} from '@vaktman/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { ChoiceField } from '../control/ChoiceField';
import { Key, QuietKey } from '../control/Key';
import { NumberField } from '../control/NumberField';
import { Words } from '../control/Words';
import { useAppDispatch } from '../store';
import { freePlaySet } from './practiceSlice';

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

/** How the machine stands before anything is hidden in it, as typed. */
export interface Conditions {
  readonly ambient: string;
  readonly charge: string;
}

/** One unit to play with: how cold and how full it is, and the faults hidden in it. */
export const FreeMachine = ({
  unit,
  conditions: { ambient, charge },
  change,
  visit,
}: {
  readonly unit: Unit;
  readonly conditions: Conditions;
  readonly change: (conditions: Partial<Conditions>) => void;
  readonly visit: (input: DebriefInput) => Promise<void>;
}) => {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [picked, setPicked] = useState<FaultKind>('battery.weak');
  const [place, setPlace] = useState('');
  const [amount, setAmount] = useState('2');
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const [wrong, setWrong] = useState<string>();
  const kinds = nameableKinds(unit);
  // The unit may be changed meanwhile, and have nothing of the kind that was picked.
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
    <>
      <div className="pair">
        <NumberField
          label="Air and batteries"
          unit="°C"
          signed
          value={ambient}
          onChange={(text) => change({ ambient: text })}
          error={ambientWrong}
        />
        <NumberField
          label="State of charge"
          unit="%"
          value={charge}
          onChange={(text) => change({ charge: text })}
          error={chargeWrong}
        />
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
            <Words>{faultText(fault)}</Words>
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
    </>
  );
};
