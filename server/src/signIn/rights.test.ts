import { isAtLeast, ROLES, SCOPES, type Role } from '@vaktman/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { signedInAs } from '../../test/signedIn';
import { appOn, demoDatabase } from '../../test/testDatabase';
import { OPERATIONS } from '../describe/operations';
import { bodyType } from '../http/door';
import { digestOf } from './secret';
import { operationAt } from './rights';

let app: ReturnType<typeof appOn>;
let drop: () => Promise<void>;
const cookies = new Map<Role | 'nobody', string>([['nobody', '']]);
const PEOPLE: Readonly<Record<Role, string>> = {
  viewer: 'a-lien',
  trainee: 'r-hask',
  technician: 'i-dahl',
  lead: 'm-holt',
};
beforeAll(async () => {
  const made = await demoDatabase();
  drop = made.drop;
  app = appOn(made.pool);
  for (const role of ROLES) cookies.set(role, await signedInAs(made.pool, PEOPLE[role]));
  for (const scope of SCOPES)
    await made.pool.query(
      `INSERT INTO program_key (fleet_id, key_id, name, scopes, digest, made_by)
       SELECT fleet_id, gen_random_uuid(), $1, ARRAY[$1], $2, 'M. Holt' FROM fleet`,
      [scope, digestOf(`key-${scope}`)],
    );
}, 60_000);
afterAll(async () => drop());

/** Ids that are nothing's: whoever may ask is told so, or that the body is not as expected; nothing is changed by asking. */
const NOTHING = '019ab000-0000-7000-8000-00000000dead';
/** Streams and files take a while; whether one may have them is told by their first line. */
const ask = async (method: string, path: string, headers: Record<string, string>): Promise<number> => {
  const answer = await app.request(path.replaceAll(/\{\w+\}/g, NOTHING), {
    method: method.toUpperCase(),
    headers: {
      'content-type': bodyType(path),
      ...headers,
    },
    ...(method === 'get' ? {} : { body: '"nothing that is expected anywhere"' }),
  });
  await answer.body?.cancel();
  return answer.status;
};
/** Those whose asking itself does something: signing out of the session the table is asked with, and what takes no body. */
const HARMS = new Set(['post /api/session/end', 'post /api/begin/demo']);
const ROWS = OPERATIONS.filter(({ method, path }) => !HARMS.has(`${method} ${path}`));
const NOBODY = ['nobody', ...ROLES] as const;

describe('who may ask for what', () => {
  it.each(ROWS.flatMap((operation) => NOBODY.map((who) => ({ ...operation, who }))))(
    '$who: $method $path asks for $may',
    async ({ method, path, may, who }) => {
      const status = await ask(method, path, { cookie: cookies.get(who) ?? '' });
      if (may === 'anyone') {
        // Refused, if so, for what was sent and not for who sent it; wrong words are no matter of roles.
        expect(status).not.toBe(403);
        return;
      }
      if (who === 'nobody') expect(status).toBe(401);
      else if (isAtLeast(who, may)) expect([401, 403]).not.toContain(status);
      else expect(status).toBe(403);
      expect(status).toBeLessThan(status === 503 ? 504 : 500);
    },
  );
  it.each(ROWS.flatMap((operation) => SCOPES.map((scope) => ({ ...operation, key: scope }))))(
    'a program with the scope $key: $method $path asks for $may',
    async ({ method, path, may, scope, key }) => {
      const status = await ask(method, path, { authorization: `Bearer key-${key}` });
      if (may === 'anyone') expect(status).not.toBe(403);
      else if (scope === key) expect([401, 403]).not.toContain(status);
      else expect(status).toBe(403);
    },
  );
  it('tells the narrower of two paths that both fit', () => {
    expect(operationAt('GET', '/api/export/record.jsonl')?.may).toBe('lead');
    expect(operationAt('GET', '/api/export/units.csv')?.may).toBe('viewer');
    expect(operationAt('HEAD', '/api/watch')?.may).toBe('viewer');
    expect(operationAt('GET', '/api/nowhere')).toBeNull();
  });
});
