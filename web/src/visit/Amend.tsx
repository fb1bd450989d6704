import type { VisitDetail } from '@vaktman/contract';
import { signatureOf } from '@vaktman/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { AskReason } from '../control/AskReason';
import { Key } from '../control/Key';
import { useMayIn } from './useMayIn';
import { useRecorder } from './useVisit';

/** Opens a signed visit again, by name and with a reason. What was signed stays beside what is added. */
export const Amend = ({ detail }: { detail: VisitDetail }) => {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const visitId = detail.file.visit.id;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const may = useMayIn(visitId, 'technician');
  if (!may || signatureOf(detail.events).status !== 'signed') return null;
  return (
    <>
      <Key onPress={() => setAsking(true)}>Amend</Key>
      {asking ? (
        <AskReason
          title="Amend a signed record"
          words="What was signed stays as it is. What is added stands beside it, under your name and this reason, until the amendment is signed off too."
          usual={['a reading was forgotten', 'a value was typed wrongly', 'repaired and read again']}
          saveWords="Open the amendment"
          save={(reason) =>
            recorder.event({ kind: 'amended', reason }).then(() => navigate(`/visits/${visitId}/summary`))
          }
          close={() => setAsking(false)}
        />
      ) : null}
    </>
  );
};
