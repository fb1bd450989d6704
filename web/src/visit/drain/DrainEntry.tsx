import { type VisitId, ampsText, CIRCUIT_PREFIX, figure, type DrainSection } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { Words } from '../../control/Words';
import { clockTimeText } from '../../control/dates';
import { Field } from '../../control/Field';
import { Key } from '../../control/Key';
import { Keypad } from '../../control/Keypad';
import { useRecorder } from '../useVisit';

/** The column at the right of the drain. */
export const DrainColumn = styled.div`
  display: grid;
  gap: 0.8rem;
  align-content: start;
  h2 {
    font-size: 1.9rem;
  }
  p {
    font-size: 1.1rem;
  }
`;
/** What it draws before the next circuit is pulled, beside the key that zeroes the clamp: the digits stay in sight. */
const Before = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0.8rem;
  align-items: center;
  && button {
    font-size: 1.1rem;
    padding: 0 0.9rem;
  }
`;
const AMPS = { unit: 'A', min: -3000, max: 3000, usual: [0, 2] as const };

/** The amperes with everything plugged, and how long the key has been off. */
export const WholeEntry = ({
  visitId,
  technician,
  minutes,
  done,
}: {
  readonly visitId: VisitId;
  readonly technician: string;
  /** By the clock; null where none was started. */
  readonly minutes: number | null;
  readonly done: () => void;
}) => {
  const recorder = useRecorder(visitId, technician);
  const counted = minutes === null ? null : Math.floor(minutes);
  return (
    <DrainColumn>
      <h2>Read the whole drain</h2>
      <p>Key off, doors shut, hood lamp out. Clamp round all leads of one bank post, zeroed first.</p>
      <Keypad
        fields={[
          { key: 'amps', label: 'Amps out of the bank', ...AMPS },
          ...(counted === null
            ? [
                {
                  key: 'minutesParked',
                  label: 'Minutes since key off',
                  unit: 'min',
                  min: 0,
                  max: 10_080,
                  usual: [1, 240] as const,
                },
              ]
            : []),
        ]}
        save={(values) =>
          recorder
            .reading({
              step: 'battery.drain',
              point: 'bank',
              amps: values['amps'] ?? 0,
              minutesParked: counted ?? values['minutesParked'] ?? 0,
            })
            .then(done)
        }
      />
    </DrainColumn>
  );
};

/** The next circuit to pull, and the amperes after. */
export const CircuitEntry = ({
  visitId,
  technician,
  section,
  name,
  setName,
  pulled,
}: {
  readonly visitId: VisitId;
  readonly technician: string;
  readonly section: DrainSection;
  readonly name: string;
  readonly setName: (name: string) => void;
  /** It was read with this circuit out: the next may be named already. */
  readonly pulled: (name: string) => void;
}) => {
  const recorder = useRecorder(visitId, technician);
  const [zeroedAt, setZeroedAt] = useState<string | null>(null);
  const wanted = name.trim();
  // What is pulled stays out: the same circuit once more is the same step, read wrongly the first time.
  const mistaken = section.steps.find((step) => step.name === wanted && step.stands);
  const before = mistaken?.beforeAmps ?? section.nowAmps ?? 0;
  return (
    <DrainColumn>
      <h2>{wanted === '' ? 'Pull one circuit' : `Pull ${wanted}, wait 10 s`}</h2>
      <Field label="Circuit, as its fuse is named" value={name} onChange={setName} />
      <Before>
        <p role="status">
          <Words>{`Before: ${ampsText(before)}.`}</Words>
          {mistaken === undefined ? null : (
            <Words>{` Read already: ${ampsText(mistaken.afterAmps)} after; it is put right.`}</Words>
          )}
        </p>
        <Key onPress={() => setZeroedAt(clockTimeText(Date.now()))}>
          {zeroedAt === null ? 'Zero the clamp' : `Clamp zeroed ${zeroedAt}`}
        </Key>
      </Before>
      {wanted === '' ? null : (
        <Keypad
          key={`${wanted} ${figure(before, 3)}`}
          fields={[{ key: 'ampsAfter', label: 'Amps after', ...AMPS }]}
          saveWords={`Save ${wanted}`}
          save={(values) =>
            recorder
              .reading({
                step: 'battery.drainCircuit',
                point: `${CIRCUIT_PREFIX}${wanted}`,
                ampsBefore: before,
                ampsAfter: values['ampsAfter'] ?? 0,
                ...(mistaken === undefined ? {} : { corrects: mistaken.reading }),
              })
              .then(() => pulled(wanted))
          }
        />
      )}
    </DrainColumn>
  );
};
