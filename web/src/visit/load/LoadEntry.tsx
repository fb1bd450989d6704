import { figure, isUnder, LOAD_REST_S, voltsText, type loadTarget } from '@vaktman/core';
import { Words } from '../../control/Words';
import { clockText } from '../../clock/clockSlice';
import { Key } from '../../control/Key';
import { Keypad } from '../../control/Keypad';
import type { EntryField, EntryValues } from '../../control/keypadEntry';
import { asMillivolts, inAmps } from '../../instrument/clampEntry';
import { useClampScale } from '../../instrument/useInstruments';
import { heldSeconds } from '../../hold/holds';
import { ReadInstruments } from '../../practice/ReadInstruments';
import { EntrySheet } from '../frameStyle';
import type { StepProps } from '../stepProps';
import { useEntryName } from '../useVisit';
import type { LoadTest } from './useLoadTest';

/** True where volts and amps are those the instruments caught; typed over, they are somebody's own. */
const stands = (fields: readonly EntryField[], values: EntryValues): boolean =>
  fields.every(
    ({ key, initial }) =>
      !['lowestVolts', 'amps'].includes(key) || (initial !== undefined && values[key] === Number(initial)),
  );

/** After the load came off: the lowest volts and the amps of the hold. */
export const LoadEntry = ({
  detail,
  point,
  load,
  hold,
  target,
}: Pick<StepProps, 'detail' | 'point'> & {
  readonly load: LoadTest;
  readonly hold: { readonly startedMs: number; readonly offMs: number };
  readonly target: NonNullable<ReturnType<typeof loadTarget>>;
}) => {
  const { recorder, limit, where, temperature, caught, retake, throwAway, saved, now, factor, limits } = load;
  const seconds = heldSeconds(hold.startedMs, hold.offMs);
  // Held shorter it decides little: throwing it away is offered first.
  const isShort = isUnder(seconds, limits.get('loadMinSeconds').value);
  const recoveryLeft = Math.max(0, Math.ceil((hold.offMs - now) / 1000) + LOAD_REST_S);
  const scale = useClampScale();
  // Of this very hold: what was typed of one that was thrown away is not of the next.
  const entryKey = `${useEntryName(detail, 'battery.load', point)} ${hold.startedMs} ${JSON.stringify(caught)} ${String(scale)}`;
  const fields: readonly EntryField[] = [
    {
      key: 'lowestVolts',
      label: 'Lowest volts',
      unit: 'V',
      initial: caught === null ? undefined : caught.lowestVolts.toFixed(2),
      min: -40,
      max: 40,
      usual: [5 * factor, 12.6 * factor],
    },
    {
      key: 'amps',
      label: 'Amps held',
      unit: 'A',
      initial: caught === null ? undefined : caught.meanAmps.toFixed(0),
      min: 0,
      max: 3000,
      usual: [target.amps * 0.6, target.amps * 1.4],
    },
    {
      key: 'seconds',
      label: 'Seconds held',
      unit: 's',
      initial: String(seconds),
      min: 0.1,
      max: 120,
      usual: [10, 20],
    },
    {
      key: 'recoveryVolts',
      label: 'Recovery',
      unit: 'V',
      optional: true,
      min: -40,
      max: 40,
      usual: [10 * factor, 13.2 * factor],
    },
  ];
  return (
    <EntrySheet>
      <div>
        <h2>What did battery {point} read?</h2>
        <p>
          The lowest volts of the hold, and the amps you held. Band {Math.round(target.amps)} to{' '}
          {Math.round(target.bandTopAmps)} A
          {limit === null ? null : <Words>{`, limit ${voltsText(limit.value)}, ${where}`}</Words>}.
        </p>
        <p>
          <Words>{`The load was on for ${figure(seconds, 1)} s.`}</Words>
          {isShort ? ' That is too short to pass a battery.' : ''}
        </p>
        {isShort ? (
          <p>
            <Key onPress={throwAway}>Throw this run away</Key>
          </p>
        ) : null}
        <p>
          Recovery: volts 60 s after release, if you wait for them
          {recoveryLeft > 0 ? `, in ${clockText(recoveryLeft)}` : ''}.
        </p>
      </div>
      <div>
        <ReadInstruments
          file={detail.file}
          step="battery.load"
          point={point}
          take={(taken) => recorder.instrumentReading(taken, 'simulated').then(saved)}
        />
        <Keypad
          key={entryKey}
          keptAs={entryKey}
          fields={scale === null ? fields : asMillivolts(fields, scale)}
          save={(typed) => {
            const values = scale === null ? typed : inAmps(typed, fields, scale);
            return recorder
              .reading({
                step: 'battery.load',
                point,
                ...retake.corrects,
                amps: values['amps'] ?? 0,
                seconds: values['seconds'] ?? seconds,
                lowestVolts: values['lowestVolts'] ?? 0,
                ...(caught !== null && stands(fields, values) ? { instrument: 'feed' } : {}),
                ...(temperature.from === 'battery' && temperature.celsius !== null
                  ? { batteryC: temperature.celsius }
                  : {}),
                ...(values['recoveryVolts'] == null ? {} : { recoveryVolts: values['recoveryVolts'] }),
              })
              .then(saved);
          }}
        />
      </div>
    </EntrySheet>
  );
};
