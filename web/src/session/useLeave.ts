import { failureOf } from '../api/failure';
import { useAppDispatch } from '../store';
import { forgetGiven } from './laterSwitch';
import { wentOut } from './sessionSlice';
import { useSignOutMutation } from './signInApi';

/** Signs out whoever is working here; while the server is out of reach this device does, and tells it later. */
export const useLeave = (): (() => Promise<void>) => {
  const dispatch = useAppDispatch();
  const [signOut] = useSignOutMutation();
  return async () => {
    forgetGiven();
    const { error } = await signOut();
    if (error !== undefined && failureOf(error).kind === 'unreached') dispatch(wentOut());
  };
};
