import { useEffect, useMemo, useRef } from 'react';
import { heldSoFar, useRunningHolds } from '../hold/holds';
import { useAppSelector } from '../store';
import { clockText, listed, secondsLeft } from './clockSlice';
import { playRelease } from './tone';
import { useNow } from './useNow';

const NAME = 'Vaktman';

/** Keeps the page's title in step with the waits of this device, and sounds when one ends. */
export const useClockNotices = (): void => {
  const all = useAppSelector((state) => state.clocks);
  const clocks = useMemo(() => listed(all), [all]);
  const sound = useAppSelector((state) => state.settings.sound);
  const title = useAppSelector((state) => state.title);
  const holds = useRunningHolds();
  const now = useNow(500, clocks.length > 0 || holds.length > 0);
  const running = useRef(new Set<string>());
  useEffect(() => {
    const left = clocks.map((clock) => ({ clock, seconds: secondsLeft(clock, now) }));
    const ended = left.filter(({ seconds }) => seconds === 0);
    const next = left.filter(({ seconds }) => seconds > 0).sort((a, b) => a.seconds - b.seconds)[0];
    const hold = holds[0];
    document.title =
      hold !== undefined
        ? `${heldSoFar(hold.hold, now).left} s, ${hold.unitId}: ${hold.hold.kind === 'load' ? 'load' : 'cranking'} is on`
        : ended[0] !== undefined
          ? `Done: ${ended[0].clock.name}`
          : next === undefined
            ? title === ''
              ? NAME
              : `${title} · ${NAME}`
            : `${clockText(next.seconds)} ${next.clock.name}`;
    if (sound && ended.some(({ clock }) => running.current.has(clock.id))) playRelease();
    running.current = new Set(left.flatMap(({ clock, seconds }) => (seconds > 0 ? [clock.id] : [])));
  }, [clocks, holds, now, sound, title]);
};
