import { useClockNotices } from './useClockNotices';

/** Watches the waits of this device, apart from what the views draw. */
export const ClockNotices = () => {
  useClockNotices();
  return null;
};
