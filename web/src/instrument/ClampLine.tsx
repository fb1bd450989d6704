import { QuietKey } from '../control/Key';
import { clampMillivoltsToggled } from '../settings/settingsSlice';
import { useAppDispatch, useAppSelector } from '../store';
import { useInstrument } from './useInstruments';

/** Before a clamp is read: its zero, and whether its amps or the millivolts of its meter are typed. */
export const ClampLine = () => {
  const dispatch = useAppDispatch();
  const clamp = useInstrument('clamp');
  const inMillivolts = useAppSelector((state) => state.settings.clampMillivolts);
  return (
    <p>
      <strong>Zero the clamp now, nothing in its jaws.</strong> Its arrow points the way the current flows.{' '}
      {clamp?.scaleMvPerA === undefined ? null : (
        <QuietKey onPress={() => dispatch(clampMillivoltsToggled())}>
          {inMillivolts ? 'Type amps' : `Type millivolts of ${clamp.name}`}
        </QuietKey>
      )}
    </p>
  );
};
