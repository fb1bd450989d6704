import type { Session } from '@vaktman/contract';
import { useEffect, useState } from 'react';
import { Failed, Loading } from '../frame/Failed';
import { peopleHere, type PersonHere } from './peopleHere';
import { SharedSignIn } from './SharedSignIn';

/** Signing in while the server is out of reach: those whom it let in here by PIN lately. */
export const OfflineSignIn = ({
  working,
  words,
  again,
  entered,
}: {
  readonly working: string | null;
  /** Why the server could not be asked. */
  readonly words: string;
  readonly again: () => void;
  readonly entered: () => void;
}) => {
  const [people, setPeople] = useState<readonly PersonHere[] | null>(null);
  useEffect(() => {
    let isOver = false;
    peopleHere(Date.now()).then(
      (found) => (isOver ? undefined : setPeople(found)),
      () => (isOver ? undefined : setPeople([])),
    );
    return () => {
      isOver = true;
    };
  }, []);
  if (people === null) return <Loading />;
  if (people.length === 0) return <Failed title="Nobody can sign in just now" words={words} again={again} />;
  const colleagues: Session['colleagues'] = people.map(({ personId, name, role, letInMs }) => ({
    personId,
    name,
    role,
    lastAt: new Date(letInMs).toISOString(),
    hasPin: true,
  }));
  return <SharedSignIn colleagues={colleagues} demo={[]} working={working} isAlone entered={entered} />;
};
