import { figure, pointName, RUN_MOMENT_WORDS, RUN_MOMENTS, type Run, type RunReading } from '@vaktman/core';
import { useState } from 'react';
import { Keypad } from '../../control/Keypad';
import { MeasureChoices } from '../measure/MeasureChoices';
import { usualMoment } from '../measure/runMoments';

/** Volts at one point of a run, under the current the run was begun with; or beginning it. */
export const RunEntry = ({
  run,
  target,
  first,
  tell,
  save,
}: {
  readonly run: Run;
  readonly target: string;
  /** How the run was begun; null where nothing was read along it. */
  readonly first: RunReading | null;
  /** Hears how it will be read, as soon as that is chosen. */
  readonly tell: (during: RunReading['during']) => void;
  readonly save: (reading: Omit<RunReading, 'id' | 'at'>) => Promise<void>;
}) => {
  // Somebody else may begin it another way meanwhile: what is typed here was read as it was chosen here.
  const [begins] = useState(first === null);
  const [during, setDuring] = useState<RunReading['during']>(first?.during ?? usualMoment(run.name));
  const amps = begins ? undefined : first?.amps;
  return (
    <>
      {begins ? (
        <MeasureChoices
          spec={{
            choices: [
              {
                key: 'during',
                label: 'Read',
                options: RUN_MOMENTS.map((moment) => [moment, RUN_MOMENT_WORDS[moment]] as const),
                initial: during,
              },
            ],
          }}
          choices={{ during }}
          choose={(_key, value) => {
            const chosen = RUN_MOMENTS.find((moment) => moment === value) ?? during;
            setDuring(chosen);
            tell(chosen);
          }}
        />
      ) : null}
      <Keypad
        isDense
        fields={[
          {
            key: 'volts',
            label: `Volts to ${pointName(target)}`,
            unit: 'V',
            signed: true,
            min: -40,
            max: 40,
            usual: [-1, 2],
          },
          {
            key: 'amps',
            label: 'At amps',
            unit: 'A',
            // While cranking, or with the key on, nobody reads the amps unless a clamp is on.
            optional: during === 'crank' || during === 'key-on',
            initial: amps === undefined ? undefined : figure(Math.abs(amps), 0),
            min: 0,
            max: 3000,
            usual: [1, 2500],
          },
        ]}
        saveWords={`Save ${pointName(target)}`}
        save={(values) =>
          save({
            step: 'run.volts',
            point: `${run.key}:${target}`,
            volts: values['volts'] ?? 0,
            during,
            ...(values['amps'] == null ? {} : { amps: values['amps'] }),
          })
        }
      />
    </>
  );
};
