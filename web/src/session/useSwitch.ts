import type { Colleague } from '@vaktman/contract';
import { failureOf } from '../api/failure';
import { failureTold } from '../frame/failureSlice';
import { useAppDispatch } from '../store';
import { giveLater } from './laterSwitch';
import { checkPin, keepPerson, LET_IN_DAYS } from './peopleHere';
import { wentOn } from './sessionSlice';
import { useSwitchPersonMutation } from './signInApi';
import type { useWaitSeconds } from './useWaitSeconds';

/** Lets somebody go on by PIN: the server says whether it is right, or this device while the server is out of reach. */
export const useSwitch = (wait: ReturnType<typeof useWaitSeconds>, entered: () => void) => {
  const dispatch = useAppDispatch();
  const [switchPerson] = useSwitchPersonMutation();
  const alone = async ({ personId, name }: Colleague, pin: string): Promise<void> => {
    const checked = await checkPin(personId, pin, Date.now());
    switch (checked.kind) {
      case 'right':
        giveLater(personId, pin);
        dispatch(wentOn({ personId, name: checked.person.name, role: checked.person.role }));
        return entered();
      case 'wrong':
        return wait.wrong('The PIN is not right.', checked.waitSeconds);
      case 'unknown':
        return wait.wrong(
          `The server does not answer, and ${name} was not let in on this device by PIN in the last ${LET_IN_DAYS} days.`,
          0,
        );
    }
  };
  return async (person: Colleague, pin: string): Promise<void> => {
    const { error } = await switchPerson({ personId: person.personId, pin });
    if (error === undefined) {
      entered();
      // Kept beside whoever is working already: it takes a moment, on purpose.
      return keepPerson(person, pin, Date.now()).catch((reason: unknown) => {
        dispatch(failureTold({ what: 'remember', words: reason instanceof Error ? reason.message : String(reason) }));
      });
    }
    return failureOf(error).kind === 'unreached' ? alone(person, pin) : wait.refuse(error);
  };
};
