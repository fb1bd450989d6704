import { CONFIRM, isAtLeast, NOT_ALLOWED, SIGNED_OUT } from '@vaktman/contract';
import { TrieRouter } from 'hono/router/trie-router';
import type { Operation } from '../describe/operation';
import { OPERATIONS } from '../describe/operations';
import { ClientError } from '../http/problem';
import type { Requester } from './requester';
import type { SignedIn } from './sessionStore';

const router = new TrieRouter<Operation>();
// Those without variables first: they are meant where both fit.
const byVariables = (operation: Operation): number => operation.path.split('{').length;
for (const operation of [...OPERATIONS].sort((one, other) => byVariables(one) - byVariables(other)))
  router.add(operation.method.toUpperCase(), operation.path.replaceAll(/\{(\w+)\}/g, ':$1'), operation);

/** What a request asks for, by its method and path; null where nothing of ours is asked. */
export const operationAt = (method: string, path: string): Operation | null =>
  router.match(method === 'HEAD' ? 'GET' : method, path)[0][0]?.[0] ?? null;

const ROLE_WORDS = {
  viewer: 'somebody of the fleet',
  trainee: 'a trainee or more',
  technician: 'a technician or a lead',
  lead: 'a lead',
} as const;

/** Why somebody may not ask for an operation, as an error to answer with; null when they may. */
export const refusalOf = (
  { method, may, scope, confirms }: Operation,
  requester: Requester | null,
): ClientError | null => {
  if (may === 'anyone') return null;
  const stored = method === 'get' ? '' : ' Nothing was stored.';
  if (requester === null) return new ClientError(401, 'Nobody is signed in here.', [], { type: SIGNED_OUT });
  if (requester.kind === 'program')
    return scope !== undefined && requester.scopes.includes(scope)
      ? null
      : new ClientError(403, `The key of ${requester.name} is not for this.${stored}`, [], {
          type: NOT_ALLOWED,
        });
  if (!isAtLeast(requester.role, may))
    return new ClientError(403, `This asks for ${ROLE_WORDS[may]}.${stored}`, [], {
      type: NOT_ALLOWED,
    });
  return confirms === true ? confirmationMissing(requester) : null;
};

/** Asks for the passphrase once more, unless it was given a moment ago. */
export const confirmationMissing = ({ isConfirmed }: SignedIn): ClientError | null =>
  isConfirmed
    ? null
    : new ClientError(403, 'This asks for your passphrase once more. Nothing was stored.', [], { type: CONFIRM });
