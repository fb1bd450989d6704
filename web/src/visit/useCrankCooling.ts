import { crankCoolDown, type CoolDown, type Reading } from '@vaktman/core';
import { useOnThisDevice } from '../clock/deviceTime';
import { useNow } from '../clock/useNow';

/**
 * How long the starter still has to cool before it is cranked, by the clock of this device; null when it may be now. Time is
 * looked at only while it cools: nothing is drawn anew for it otherwise.
 * @param cranks whether what comes next is read while it turns
 */
export const useCrankCooling = (readings: readonly Reading[], cranks: boolean): CoolDown | null => {
  const onDevice = useOnThisDevice(readings, Date.now());
  const cooling = cranks ? crankCoolDown(onDevice, Date.now()) : null;
  useNow(1000, cooling !== null);
  return cooling;
};
