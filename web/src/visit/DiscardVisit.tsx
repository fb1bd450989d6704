import { useState } from 'react';
import { useNavigate } from 'react-router';
import { AskReason } from '../control/AskReason';
import { QuietKey } from '../control/Key';
import type { StepProps } from './stepProps';
import { useMayIn } from './useMayIn';
import { useRecorder } from './useVisit';

/** Takes back a visit that was opened by mistake, while nothing was read in it. */
export const DiscardVisit = ({ detail }: Pick<StepProps, 'detail'>) => {
  const [asking, setAsking] = useState(false);
  const navigate = useNavigate();
  const { visit, unit } = detail.file;
  const recorder = useRecorder(visit.id, visit.technician);
  const may = useMayIn(visit.id, 'technician');
  if (!may) return null;
  return (
    <>
      <QuietKey onPress={() => setAsking(true)}>Opened by mistake: discard it</QuietKey>
      {asking ? (
        <AskReason
          title="Discard this visit"
          words="Nothing was read in it. It counts nowhere and takes nothing more."
          usual={['wrong unit', 'opened twice', 'not now after all']}
          saveWords="Discard it"
          save={(reason) =>
            recorder.event({ kind: 'discarded', reason }).then(() => navigate(`/units/${encodeURIComponent(unit.id)}`))
          }
          close={() => setAsking(false)}
        />
      ) : null}
    </>
  );
};
