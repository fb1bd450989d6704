import { clockStarted, clockText, secondsLeft } from '../clock/clockSlice';
import { useNow } from '../clock/useNow';
import { Key, PrimaryKey } from '../control/Key';
import { SureKey } from '../control/SureKey';
import { useAppDispatch, useAppSelector } from '../store';

const SECONDS_PER_MINUTE = 60;

/** Minutes to wait before a reading means anything, as a named clock; it runs on while other steps or units are worked on. */
export const WaitClock = ({
  id,
  name,
  minutes,
  path,
  startWords,
  runningWords,
  doneWords,
  isNext = false,
  isSpent = false,
}: {
  id: string;
  name: string;
  minutes: number;
  path: string;
  startWords: string;
  runningWords: string;
  doneWords: (minutes: number) => string;
  /** Whether nothing else on the screen can be done before. */
  isNext?: boolean;
  /** Whether the clock that there may be waited for something that is over. */
  isSpent?: boolean;
}) => {
  const dispatch = useAppDispatch();
  const clock = useAppSelector((state) => state.clocks.find((candidate) => candidate.id === id));
  const now = useNow(500, clock !== undefined);
  const start = (): void =>
    void dispatch(clockStarted({ id, name, path, startedMs: Date.now(), seconds: minutes * SECONDS_PER_MINUTE }));
  if (clock === undefined || isSpent)
    return isNext ? <PrimaryKey onPress={start}>{startWords}</PrimaryKey> : <Key onPress={start}>{startWords}</Key>;
  // It may have been started for something else that waits longer.
  const left = secondsLeft({ startedMs: clock.startedMs, seconds: minutes * SECONDS_PER_MINUTE }, now);
  return (
    <div>
      <p role="timer" style={{ fontWeight: 680, fontSize: '1.25rem' }}>
        {left > 0
          ? `${runningWords}: ${clockText(left)} to go.`
          : doneWords(Math.floor((now - clock.startedMs) / 60_000))}
      </p>
      {left > 0 ? null : <SureKey words="Wait once more" sureWords="Start its clock over" onPress={start} />}
    </div>
  );
};
