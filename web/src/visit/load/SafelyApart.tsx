import type { VisitDetail } from '@vaktman/contract';
import type { ApartAsked } from '@vaktman/core';
import styled from 'styled-components';
import { inReach } from '../../control/inReach';
import { Key, PrimaryKey } from '../../control/Key';
import { secondsLeft } from '../../clock/clockSlice';
import { useNow } from '../../clock/useNow';
import { useAppSelector } from '../../store';
import { useRecorder } from '../useVisit';
import { WaitClock } from '../WaitClock';
import { LoadSheet } from './loadStyle';

const Foot = styled.div`
  display: grid;
  gap: 0.8rem;
  ${inReach}
`;

/** Before the first clamp comes off: the key off long enough, and power for what would forget. */
export const SafelyApart = ({
  detail,
  asked,
  path,
}: {
  readonly detail: VisitDetail;
  readonly asked: ApartAsked;
  readonly path: string;
}) => {
  const visitId = detail.file.visit.id;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const id = `keyoff:${visitId}`;
  const clock = useAppSelector((state) => state.clocks.find((own) => own.id === id));
  const now = useNow(500, clock !== undefined);
  const isToWait = asked.waitMinutes > 0;
  const waited =
    !isToWait ||
    (clock !== undefined && secondsLeft({ startedMs: clock.startedMs, seconds: asked.waitMinutes * 60 }, now) === 0);
  const minutes = clock === undefined ? undefined : Math.floor((now - clock.startedMs) / 60_000);
  const apart = (): Promise<void> =>
    recorder.event({
      kind: 'made-safe',
      memoryPower: asked.memoryPower ? 'connected' : 'not-needed',
      ...(minutes === undefined ? {} : { keyOffMinutes: minutes }),
    });
  const apartWords = asked.memoryPower ? 'Memory power is on: take it apart' : 'Take it apart';
  return (
    <LoadSheet>
      <h2>Before the first clamp comes off</h2>
      <p>Ground side off first. Isolator off where the machine's own manual says so; cover the studs that stay live.</p>
      {asked.memoryPower ? (
        <p>This machine forgets without power: connect memory power, and see that it holds.</p>
      ) : null}
      <Foot>
        {isToWait ? (
          <WaitClock
            id={id}
            name={`${detail.file.unit.id}: key off`}
            minutes={asked.waitMinutes}
            path={path}
            startWords={`The key is off: start ${asked.waitMinutes} min`}
            runningWords="Modules go to sleep"
            doneWords={(count) => `The key has been off ${count} min.`}
            isNext
          />
        ) : null}
        {isToWait && clock === undefined ? (
          <Key isDisabled>{apartWords}</Key>
        ) : (
          <PrimaryKey isDisabled={!waited} onPress={apart}>
            {apartWords}
          </PrimaryKey>
        )}
      </Foot>
    </LoadSheet>
  );
};
