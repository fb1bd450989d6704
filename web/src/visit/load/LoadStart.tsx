import type { loadTarget } from '@vaktman/core';
import { Key, PrimaryKey, QuietKey } from '../../control/Key';
import { useAppSelector } from '../../store';
import { CoolDown } from '../CoolDown';
import { HoldFigures } from '../LoadHold';
import { SkipStep } from '../SkipStep';
import type { StepProps } from '../stepProps';
import { LoadKeys, LoadSheet } from './loadStyle';
import type { LoadTest } from './useLoadTest';

/** Before the load: what to hold, and the key that starts its fifteen seconds. */
export const LoadStart = ({
  detail,
  point,
  load,
  target,
}: Pick<StepProps, 'detail' | 'point'> & {
  readonly load: LoadTest;
  readonly target: NonNullable<ReturnType<typeof loadTarget>>;
}) => {
  const { limit, where, reading, retake, feed, listen, start, cooling, goOnWarm } = load;
  const practice = useAppSelector((state) => state.practice.visits[detail.file.visit.id] !== undefined);
  return (
    <LoadSheet>
      <h2>
        Load battery {point} with {Math.round(target.amps)} to {Math.round(target.bandTopAmps)} A
      </h2>
      <HoldFigures target={target} limitVolts={limit?.value ?? null} where={where} />
      <p>
        Zero the clamp, nothing in its jaws. Turn the knob up until the amps stand in the band, then start the 15 s at
        once. Keep a hand on the knob: the pile drifts as it heats.
      </p>
      {practice ? null : (
        <p>
          <QuietKey onPress={listen}>
            {feed !== null ? 'Type the values myself' : 'Let meter and clamp be listened to'}
          </QuietKey>
          {feed !== null ? 'Lowest volts and amps are caught during the hold.' : ''}
        </p>
      )}
      {cooling === null ? (
        <LoadKeys>
          {retake.again && reading !== undefined ? (
            <Key onPress={retake.done}>Keep the last</Key>
          ) : (
            <SkipStep detail={detail} step="battery.load" point={point} />
          )}
          <PrimaryKey autoFocus onPress={start}>
            Load is on: start 15 s
          </PrimaryKey>
        </LoadKeys>
      ) : (
        <CoolDown cooling={cooling} override={goOnWarm} />
      )}
    </LoadSheet>
  );
};
