import { pointName, stepTitle, type ReadStep } from '@vaktman/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { AskReason } from '../control/AskReason';
import { QuietKey } from '../control/Key';
import type { StepProps } from './stepProps';
import { useRecorder } from './useVisit';

/** Leaves a step out with a reason. It stays owed, and the record says so. */
export const SkipStep = ({ detail, step, point }: Omit<StepProps, 'judged'> & { step: ReadStep }) => {
  const [asking, setAsking] = useState(false);
  const navigate = useNavigate();
  const visitId = detail.file.visit.id;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  return (
    <>
      <QuietKey onPress={() => setAsking(true)}>Skip this step</QuietKey>
      {asking ? (
        <AskReason
          title={`Skip: ${stepTitle(step).toLowerCase()}, ${pointName(point)}`}
          words="The step stays owed and the unit unfinished. The reason is kept with the visit."
          usual={['cannot be reached', 'tool is not here', 'no second person', 'machine is needed now']}
          saveWords="Skip it"
          save={(reason) =>
            void recorder
              .event({ kind: 'step-skipped', step, point, reason })
              .then(() => navigate(`/visits/${visitId}`))
          }
          close={() => setAsking(false)}
        />
      ) : null}
    </>
  );
};
