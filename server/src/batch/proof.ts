import { isAtLeast, sealedText, type Entry, type Role, type Seal } from '@vaktman/contract';
import type { PersonId, Problem } from '@vaktman/core';
import { roleAt, type KnownPerson } from '../people/peopleStore';
import type { Stamp } from '../visit/makerStore';
import { isSignedBy, type KnownKey } from '../signIn/deviceKeyStore';

/** Who sends a batch, as they are signed in. */
export interface Sender {
  readonly personId: PersonId;
  readonly name: string;
  readonly role: Role;
  readonly device: string;
}

/** What is known of those who may have made an entry. */
export interface Makers {
  readonly people: readonly KnownPerson[];
  /** Keys of devices by their names. */
  readonly keys: ReadonlyMap<string, KnownKey>;
  /** Null where the server stores something by itself. */
  readonly sender: Sender | null;
}

/** Who made an entry, and what a lead is to confirm of it; or why it cannot be taken. */
export type Proof =
  | { readonly stamp: Stamp | null; readonly named: string; readonly doubt: string | null; readonly problems?: never }
  | { readonly problems: readonly Problem[] };

/** Who an entry says did it, by the path of the field. */
export const namesOf = (entry: Entry): readonly (readonly [path: string, name: string])[] => {
  switch (entry.kind) {
    case 'visit':
      return entry.opening.visit.technician === ''
        ? []
        : [['opening.visit.technician', entry.opening.visit.technician]];
    case 'reading':
      return [['takenBy', entry.takenBy]];
    case 'event':
      return [
        ['event.by', entry.event.by],
        ...(entry.event.kind === 'closed' && entry.event.signedBy !== undefined
          ? [['event.signedBy', entry.event.signedBy] as const]
          : []),
      ];
  }
};

/** Events of a visit that whoever learns may add; opening, repairing and signing off ask for a technician. */
const OF_A_TRAINEE: ReadonlySet<string> = new Set([
  'cautions-acknowledged',
  'wait-skipped',
  'step-skipped',
  'point-named',
  'made-safe',
  'photographed',
  'traced',
]);

/** The least that whoever does such a thing has to be. */
const leastRole = (entry: Entry): Role =>
  entry.kind === 'reading' || (entry.kind === 'event' && OF_A_TRAINEE.has(entry.event.kind)) ? 'trainee' : 'technician';

const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

/** Why the people an entry names may not have made it; empty where they may, by what each of them was then. */
const roleProblems = (entry: Entry, people: readonly KnownPerson[], ms: number, path: string): Problem[] => {
  const least = leastRole(entry);
  return namesOf(entry).flatMap(([field, name]) => {
    const at = `${path}.${field}`;
    const known = people.filter(({ names }) => names.includes(name));
    const roles = known.flatMap((person) => roleAt(person, ms) ?? []);
    if (roles.length === 0) return [{ path: at, message: `expected a person of the fleet, received ${name}` }];
    return roles.some((role) => isAtLeast(role, least))
      ? []
      : [{ path: at, message: `expected a ${least} or more, received ${name}, who was a ${roles.join(' and a ')}` }];
  });
};

/** What an entry's signature was made over; null where it holds what has no such form, as half a character. */
const textToSign = (sent: object, seal: Seal): string | null => {
  try {
    return sealedText(sent, seal);
  } catch {
    return null;
  }
};

/** Who signed an entry on which device; null where nothing proves it. */
const signerOf = async (
  entry: Entry,
  sent: object,
  path: string,
  { people, keys }: Makers,
): Promise<{ person: KnownPerson; key: KnownKey; seal: Seal } | Problem | null> => {
  const { seal } = entry;
  const key = seal === undefined ? undefined : keys.get(seal.key);
  if (seal === undefined || key === undefined) return null;
  const text = textToSign(sent, seal);
  if (text === null || !(await isSignedBy(key, seal.signature, text)))
    return { path: `${path}.seal.signature`, message: `expected a signature by the key of ${key.device}` };
  const person = people.find(({ personId }) => personId === seal.personId);
  return person === undefined
    ? { path: `${path}.seal.personId`, message: `expected a person of the fleet, received ${seal.personId}` }
    : { person, key, seal };
};

/**
 * Who made an entry. Its device's signature proves it, whoever sends it and whenever; without one only what somebody sends in
 * their own name is certain. What is not, and what somebody or a device ended since had recorded, is a lead's to confirm.
 * @param sent the entry as it came, over which its signature was made
 * @param ms when it happened, milliseconds since 1970
 */
export const proofOf = async (entry: Entry, sent: object, path: string, makers: Makers, ms: number): Promise<Proof> => {
  const { people, sender } = makers;
  const problems = roleProblems(entry, people, ms, path);
  if (problems.length > 0) return { problems };
  const names = namesOf(entry).map(([, name]) => name);
  const named = names[0] ?? '';
  const signer = await signerOf(entry, sent, path, makers);
  if (signer !== null && 'path' in signer) return { problems: [signer] };
  if (signer === null) {
    if (sender === null) return { stamp: null, named, doubt: null };
    const own = people.find(({ personId }) => personId === sender.personId)?.names ?? [sender.name];
    const foreign = names.find((name) => !own.includes(name));
    const stamp = { person: sender.name, device: sender.device, way: 'session' } as const;
    return {
      stamp,
      named,
      doubt:
        foreign === undefined
          ? null
          : `in the name of ${foreign}, sent by ${sender.name} without a signature of its device`,
    };
  }
  const { person, key, seal } = signer;
  const stamp = { person: person.name, device: key.device, way: seal.way, key: seal.key, signature: seal.signature };
  const foreign = names.find((name) => !person.names.includes(name));
  const doubts = [
    ...(foreign === undefined ? [] : [`in the name of ${foreign}, signed by ${person.name}`]),
    ...(person.endedMs === null ? [] : [`${person.name} was ended on ${dayOf(person.endedMs)}`]),
    ...(key.endedAt === null ? [] : [`${key.device} was ended on ${dayOf(key.endedAt.getTime())}`]),
  ];
  return { stamp, named, doubt: doubts.length === 0 ? null : doubts.join('; ') };
};
