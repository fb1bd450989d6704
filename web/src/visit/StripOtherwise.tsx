import { asksForRest, hoursText, restHoursAsked, type LimitBook } from '@vaktman/core';
import { useState } from 'react';
import { Label, TextArea } from 'react-aria-components';
import { Key, PrimaryKey, QuietKey } from '../control/Key';
import { Keypad } from '../control/Keypad';
import { Hours, Keys, Reason, Sheet } from './stripStyle';

/** Surface charge that is gone by rest: for how long it rested. */
export const HowRested = ({
  limits,
  save,
  back,
}: {
  readonly limits: LimitBook;
  readonly save: (hours: number) => void;
  readonly back: () => void;
}) => (
  <Sheet>
    <h2>How long has it rested?</h2>
    <p>
      Disconnected from alternator, charger and loads.{' '}
      {asksForRest(limits) ? 'This method counts its volts from ' : 'From '}
      <Hours>{hoursText(restHoursAsked(limits))}</Hours> on
      {asksForRest(limits) ? '.' : ' surface charge is gone by itself.'}
    </p>
    <Keypad
      fields={[{ key: 'hours', label: 'Rested', unit: 'h', min: 0, max: 2000, usual: [0.1, 400] }]}
      saveWords="Rested this long"
      save={({ hours }) => save(hours ?? 0)}
    />
    <QuietKey onPress={back}>Back</QuietKey>
  </Sheet>
);

/** Surface charge that is left where it is: why. */
export const WhySkipped = ({
  skip,
  back,
}: {
  readonly skip: (reason: string) => Promise<void>;
  readonly back: () => void;
}) => {
  const [reason, setReason] = useState('');
  return (
    <Sheet>
      <h2>Skip stripping</h2>
      <p>A high reading then decides nothing. The reason is kept with the visit.</p>
      <Reason value={reason} onChange={setReason} autoFocus>
        <Label>Why</Label>
        <TextArea />
      </Reason>
      <Keys>
        <Key onPress={back}>Back</Key>
        <span />
        <PrimaryKey isDisabled={reason.trim() === ''} onPress={() => skip(reason.trim())}>
          Skip and read
        </PrimaryKey>
      </Keys>
    </Sheet>
  );
};
