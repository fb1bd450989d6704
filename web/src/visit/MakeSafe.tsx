import { CAUTION_WORDS, MAKE_SAFE, pointName, stepTitle, type Blocked, type Place } from '@vaktman/core';
import { useState } from 'react';
import { AskReason } from '../control/AskReason';
import { Key, KeyLink, PrimaryKeyLink } from '../control/Key';
import { Words } from '../control/Words';
import { LoadKeys, LoadSheet, Stop } from './load/loadStyle';
import type { StepProps } from './stepProps';
import { useRecorder } from './useVisit';
import { VisitFrame } from './VisitFrame';

/** Why nothing is cranked, run, charged or loaded now: a battery of the bank is damaged or frozen. */
export const MakeSafe = ({
  detail,
  judged,
  test,
  stopped,
}: Omit<StepProps, 'point'> & { readonly test: Place; readonly stopped: Blocked }) => {
  const [asking, setAsking] = useState(false);
  const { visit } = detail.file;
  const recorder = useRecorder(visit.id, visit.technician);
  const battery = pointName(stopped.unblock.point);
  return (
    <VisitFrame
      detail={detail}
      judged={judged}
      point={stopped.unblock.point}
      test={stepTitle(test.step)}
      caution={CAUTION_WORDS.damaged}
      side={null}
    >
      <LoadSheet>
        <Stop>
          <h2>Make {battery} safe first</h2>
          <p>
            <Words>{stopped.because}</Words>
          </p>
          <p>Until then no cranking, no running engine, no charging and no pile on this bank.</p>
        </Stop>
        <KeyLink to={`/visits/${visit.id}/look`}>Look at {battery} again</KeyLink>
        <LoadKeys>
          <Key onPress={() => setAsking(true)}>Go on all the same</Key>
          <PrimaryKeyLink to={`/visits/${visit.id}/findings`} autoFocus>
            What to do about {battery}
          </PrimaryKeyLink>
        </LoadKeys>
      </LoadSheet>
      {asking ? (
        <AskReason
          title={`Go on with ${battery} as it is`}
          words="A damaged or frozen battery can burst. Your reason is kept with the visit."
          usual={['taken out of the bank', 'disconnected, the rest is sound']}
          saveWords="Go on"
          save={(reason) =>
            recorder.event({ kind: 'wait-skipped', wait: MAKE_SAFE, reason }).then(() => setAsking(false))
          }
          close={() => setAsking(false)}
        />
      ) : null}
    </VisitFrame>
  );
};
