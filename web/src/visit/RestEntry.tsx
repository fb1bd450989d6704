import { figure, hoursText, positions, stateOfChargePercent, type Battery, present } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { clockTimeText } from '../control/dates';
import { Figure } from '../control/Figure';
import { QuietKey } from '../control/Key';
import { Keypad } from '../control/Keypad';
import type { EntryField } from '../control/keypadEntry';
import { ReadInstruments } from '../practice/ReadInstruments';
import { bankAtOnceChosen } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';
import type { SurfaceCharge as Charge } from './conditionsSlice';
import { ReadMeanwhile } from './ReadMeanwhile';
import { SkipStep } from './SkipStep';
import { EntrySheet } from './frameStyle';
import type { StepProps } from './stepProps';
import type { Retake } from './useRetake';
import { useConditions, useEntryName, useRecorder, useSettledAtRest } from './useVisit';

const ChargeBar = styled.div`
  margin-top: 1rem;
  .figure {
    font-size: clamp(4rem, 11vw, 9rem);
    line-height: 1.05;
  }
  svg {
    width: 100%;
    height: 44px;
    display: block;
  }
`;

/** How surface charge was dealt with, and when: it holds until the battery is charged again. */
const chargeWords = (charge: Charge): string => {
  switch (charge.kind) {
    case 'stripped':
      return `Surface charge was stripped at ${clockTimeText(charge.atMs)}.`;
    case 'rested':
      return `Rested ${hoursText(charge.hours)}.`;
    default:
      return 'Surface charge was not stripped.';
  }
};

const Fullness = ({ battery, volts }: { battery: Battery; volts: number | null }) => {
  const percent = volts === null || volts <= 0 ? null : stateOfChargePercent(battery, volts);
  return (
    <ChargeBar aria-live="polite">
      <p>State of charge. It tells how full the battery is, not how good.</p>
      <p className="figure">{percent === null ? '–' : <Figure text={figure(percent, 0)} unit="%" />}</p>
      <svg viewBox="0 0 400 44" preserveAspectRatio="none" aria-hidden="true">
        <path d="M1 8v18h398V8" fill="none" stroke="var(--ink)" strokeWidth="1.6" vectorEffect="non-scaling-stroke" />
        {percent === null ? null : <rect x="1" y="10" width={3.98 * percent} height="16" fill="var(--live)" />}
        {[25, 50, 75].map((tick) => (
          <path
            key={tick}
            d={`M${tick * 4} 26v8`}
            stroke="var(--ink)"
            strokeWidth="1"
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
    </ChargeBar>
  );
};

/** Lowest and highest volts of a 12 V battery that are not asked about. */
const USUAL_VOLTS = [9, 14.6] as const;

/** The volts of one battery, cut off from the others. */
const voltsField = ({ position, nominalVolts = 12 }: Battery): EntryField => ({
  key: position,
  label: `Battery ${position}, cut off`,
  unit: 'V',
  min: -40,
  max: 40,
  usual: [(USUAL_VOLTS[0] * nominalVolts) / 12, (USUAL_VOLTS[1] * nominalVolts) / 12],
});

/** Asked again whenever the battery was charged or warmed since it was last known. */
const TEMPERATURE: EntryField = {
  key: 'batteryC',
  label: 'Battery temperature',
  unit: '°C',
  optional: true,
  signed: true,
  min: -60,
  max: 90,
  usual: [-40, 60],
};

/** Where the resting volts are typed: of one battery, or of every one of the bank that is not read yet. */
export const RestEntry = ({
  detail,
  judged,
  point,
  charge,
  changeCharge,
  corrects,
  done,
  again,
}: StepProps & Pick<Retake, 'corrects' | 'done' | 'again'> & { charge: Charge; changeCharge: () => void }) => {
  const visitId = detail.file.visit.id;
  const dispatch = useAppDispatch();
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const [conditions, change] = useConditions(detail, point);
  const bankAtOnce = useAppSelector((state) => state.settings.bankAtOnce);
  const [volts, setVolts] = useState<number | null>(null);
  const { facts } = judged.outcomes;
  const battery = present(facts.batteries.get(point));
  const reading = facts.current.get(`battery.openCircuit@${point}`);
  const settled = useSettledAtRest(detail);
  const unread = positions(detail.file.unit).filter(
    (position) => position !== point && !facts.current.has(`battery.openCircuit@${position}`) && settled.has(position),
  );
  // A bank that was begun goes on to its end: what somebody else reads meanwhile is asked no more, and takes nothing typed away.
  const [wasUnread] = useState(reading === undefined);
  const canBeBank = wasUnread && unread.length > 0;
  const isBank = bankAtOnce && canBeBank;
  const ownToo = isBank && reading !== undefined ? [] : [point];
  const shown = isBank ? [...ownToo, ...unread] : ownToo;
  const known = conditions.batteryC;
  const keptAs = useEntryName(detail, 'battery.openCircuit', point);
  const save = async (read: Readonly<Record<string, number | null>>, typedC: number | null = null): Promise<void> => {
    const celsius = typedC ?? known?.celsius ?? null;
    const [first, ...others] = shown.flatMap((position) => {
      const own = read[position] ?? null;
      if (own === null) return [];
      return {
        step: 'battery.openCircuit' as const,
        point: position,
        ...(position === point ? corrects : {}),
        volts: own,
        surfaceChargeStripped: charge.kind === 'stripped',
        ...(charge.kind === 'rested' ? { restedHours: charge.hours } : {}),
        ...(celsius === null ? {} : { batteryC: celsius }),
        note: chargeWords(charge),
      };
    });
    if (first !== undefined) await recorder.readings([first, ...others]);
    if (typedC !== null) change({ batteryC: { celsius: typedC, atMs: Date.now() } });
    done();
    setVolts(null);
  };
  return (
    <EntrySheet>
      <div>
        <h2>{isBank ? 'Resting volts of the bank' : `Resting volts, battery ${point}`}</h2>
        <p>
          <Words>{chargeWords(charge)}</Words> <QuietKey onPress={changeCharge}>Change</QuietKey>
        </p>
        {canBeBank ? (
          <QuietKey style={{ padding: 0, alignSelf: 'start' }} onPress={() => dispatch(bankAtOnceChosen(!isBank))}>
            {isBank ? 'One battery at a time' : 'Type the whole bank here'}
          </QuietKey>
        ) : null}
        {isBank ? null : <Fullness battery={battery} volts={volts} />}
      </div>
      <div>
        <ReadMeanwhile detail={detail} reading={reading} keep={done} />
        <Keypad
          key={`${point} ${String(again)}`}
          columns={isBank ? 2 : 1}
          keptAs={keptAs}
          fields={[
            ...shown.map((position) => voltsField(present(facts.batteries.get(position)))),
            ...(known === null ? [TEMPERATURE] : []),
          ]}
          onChange={(values) => setVolts(values[point] ?? null)}
          saveWords={shown.length > 1 ? `Save all ${shown.length}` : 'Save reading'}
          save={(values) => save(values, values['batteryC'] ?? null)}
        />
        <ReadInstruments
          file={detail.file}
          step="battery.openCircuit"
          point={point}
          take={(read) => (read.step === 'battery.openCircuit' ? save({ [point]: read.volts }) : undefined)}
        />
        <SkipStep detail={detail} step="battery.openCircuit" point={point} />
      </div>
    </EntrySheet>
  );
};
