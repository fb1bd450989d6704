import { useState } from 'react';

/** What is asked for on this screen. */
interface Held<Target> {
  readonly target: Target;
  /** It was read before, and is pressed for once more. */
  readonly again: boolean;
  /** It was answered here, and is on its way into the visit. */
  readonly isAnswered: boolean;
}

/**
 * What a step of several readings asks for. It stays asked for until it was answered here: the leads lie there, and what
 * somebody else reads meanwhile must not have the next number go to another place.
 * @param next what is to be read next as the visit stands; null where nothing is
 */
export const useHeld = <Target>(next: Target | null) => {
  const [held, setHeld] = useState<Held<Target> | null>(null);
  const first = next === null ? null : { target: next, again: false, isAnswered: false };
  const isDone = held !== null && held.isAnswered && !held.again && held.target !== next;
  const asked = held === null || isDone ? first : held;
  if (asked !== held && (held === null || isDone)) setHeld(asked);
  return {
    asked:
      asked === null
        ? null
        : {
            target: asked.target,
            again: asked.again,
            /** Somebody else read it meanwhile: the visit asks for another by now. */
            isOvertaken: !asked.again && asked.target !== next,
          },
    ask: (target: Target): void => setHeld({ target, again: true, isAnswered: false }),
    /** What is asked for next is as the visit stands. */
    leave: (): void => setHeld(null),
    /** Keeps an answer; what is asked for stays where it could not be kept. */
    answer: async (keep: () => Promise<void>): Promise<void> => {
      if (asked === null) return;
      const answered = { ...asked, isAnswered: true };
      setHeld(answered);
      try {
        await keep();
        setHeld((now) => (now === answered ? null : now));
      } catch (error) {
        setHeld((now) => (now === answered ? asked : now));
        throw error;
      }
    },
  };
};
