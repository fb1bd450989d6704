import { createHash, randomBytes, randomUUID } from 'node:crypto';

/** What runs a statement: a pool or a client of any version of the driver. */
interface Runs {
  readonly query: (text: string, values: unknown[]) => Promise<unknown>;
}

/**
 * Signs somebody in without asking for words, as a test's own way in.
 * @param device what the browser is called, and whether people share it
 * @returns the cookies a browser would carry
 */
export const signedInAs = async (
  db: Runs,
  personId: string,
  {
    device = 'test browser',
    shared = false,
    confirmed = true,
  }: { readonly device?: string; readonly shared?: boolean; readonly confirmed?: boolean } = {},
): Promise<string> => {
  const [session, known] = [randomBytes(32).toString('base64url'), randomBytes(32).toString('base64url')];
  const deviceId = randomUUID();
  const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
  await db.query(
    `WITH told AS (SELECT set_config('vaktman.tells_nothing', 'yes', true))
     INSERT INTO device (fleet_id, device_id, name, shared, digest, enrolled_by)
     SELECT fleet_id, $2, $3, $4, $5, 'M. Holt' FROM person, told WHERE person_id = $1`,
    [personId, deviceId, device, shared, digestOf(known)],
  );
  await db.query(
    `INSERT INTO session (session_id, fleet_id, person_id, device_id, digest, by_pin, ends_at, confirmed_until)
     SELECT $2, fleet_id, person_id, $3, $4, $5, now() + CASE WHEN $5 THEN interval '12 hours' ELSE interval '30 days' END, CASE WHEN $6 THEN '2100-01-01'::timestamptz END FROM person WHERE person_id = $1`,
    [personId, randomUUID(), deviceId, digestOf(session), shared, confirmed],
  );
  // By either name: with the prefix where the server is reached by TLS.
  return ['', '__Host-'].map((at) => `${at}vaktman_session=${session}; ${at}vaktman_device=${known}`).join('; ');
};

/** A link as it is printed where the server is started. @returns its secret part */
export const printedLink = async (db: Runs): Promise<string> => {
  const secret = randomBytes(32).toString('base64url');
  await db.query(`INSERT INTO sign_in_link (digest, ends_at) VALUES ($1, now() + interval '1 day')`, [
    createHash('sha256').update(secret).digest('hex'),
  ]);
  return secret;
};

/** Signs in as somebody of the demo does, over the network. @returns the cookies a browser would carry */
export const signedInAt = async (
  url: string,
  name = 'M. Holt',
  passphrase = 'summit kettle drift',
): Promise<string> => {
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name, passphrase }),
  });
  if (!answer.ok) throw new Error(`${name} was not let in: ${answer.status} ${await answer.text()}`);
  return answer.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
};
