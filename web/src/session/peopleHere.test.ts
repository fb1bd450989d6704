import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { checkPin, followServer, forgetPeople, keepPerson, peopleHere } from './peopleHere';
import { ownDevice } from '../../test/ownDevice';

const DAY_MS = 86_400_000;
const NOW = Date.parse('2026-11-28T08:00:00Z');
const dahl = { personId: 'i-dahl', name: 'I. Dahl', role: 'technician' } as const;
const colleague = { ...dahl, lastAt: null, hasPin: true };
const { subtle } = globalThis.crypto;
const slowly = subtle.deriveBits.bind(subtle);
/** How often what is typed goes round before it is compared: half a second each, which the tests of waiting do without. */
const rounds: number[] = [];
beforeEach(() => {
  ownDevice();
  rounds.length = 0;
  vi.spyOn(subtle, 'deriveBits').mockImplementation((algorithm, ...rest) => {
    const asked = algorithm as Pbkdf2Params;
    rounds.push(asked.iterations);
    return slowly({ ...asked, iterations: 10 } satisfies Pbkdf2Params, ...rest);
  });
});
afterEach(() => vi.restoreAllMocks());
const kindOf = async (pin: string, nowMs = NOW): Promise<string> => (await checkPin('i-dahl', pin, nowMs)).kind;

describe('going on by PIN without network', () => {
  it('lets in whom the server let in here, by the same PIN alone', async () => {
    await keepPerson(dahl, '271904', NOW);
    expect(await kindOf('271904')).toBe('right');
    expect(await kindOf('271905')).toBe('wrong');
    expect((await checkPin('r-hask', '271904', NOW)).kind).toBe('unknown');
  });
  it('waits 30 s after five wrong ones and twice as long each time, also for the right one, and forgets them with it', async () => {
    await keepPerson(dahl, '271904', NOW);
    const waits: number[] = [];
    let nowMs = NOW;
    for (let nth = 0; nth < 7; nth += 1) {
      const checked = await checkPin('i-dahl', '000001', nowMs);
      if (checked.kind !== 'wrong') throw new Error('expected it to be wrong');
      waits.push(checked.waitSeconds);
      nowMs += checked.waitSeconds * 1000;
    }
    expect(waits).toEqual([0, 0, 0, 0, 30, 60, 120]);
    // While it waits nothing is counted and nobody is let in.
    expect(await checkPin('i-dahl', '000001', nowMs)).toEqual({ kind: 'wrong', waitSeconds: 240 });
    expect(await checkPin('i-dahl', '271904', nowMs + 1000)).toEqual({ kind: 'wrong', waitSeconds: 239 });
    expect(await kindOf('271904', nowMs + 240_000)).toBe('right');
    expect(await checkPin('i-dahl', '000001', nowMs + 241_000)).toEqual({ kind: 'wrong', waitSeconds: 0 });
  });
  it('is over 14 days after the server let one in', async () => {
    await keepPerson(dahl, '271904', NOW);
    expect(await kindOf('271904', NOW + 14 * DAY_MS - 1)).toBe('right');
    expect(await kindOf('271904', NOW + 14 * DAY_MS)).toBe('unknown');
    expect(await peopleHere(NOW + 14 * DAY_MS)).toEqual([]);
  });
  it('keeps nothing one could read a PIN from, and not the same for two with one PIN', async () => {
    await keepPerson(dahl, '271904', NOW);
    await keepPerson({ ...dahl, personId: 'r-hask', name: 'R. Hask' }, '271904', NOW + 1);
    const people = await peopleHere(NOW + 2);
    expect(people.map(({ name }) => name)).toEqual(['R. Hask', 'I. Dahl']);
    const [one, other] = people.map(({ check }) => Buffer.from(check).toString('hex'));
    expect(one).not.toBe(other);
    expect(JSON.stringify(people)).not.toContain('271904');
    // So many rounds that all PINs of six digits take a machine days to try.
    expect(Math.min(...rounds)).toBeGreaterThanOrEqual(600_000);
  });
  it('follows what the server says: names and roles; who left, or has no PIN, goes on no more', async () => {
    await keepPerson(dahl, '271904', NOW);
    await followServer([{ ...colleague, name: 'I. Dahl-Moen', role: 'trainee' }]);
    const checked = await checkPin('i-dahl', '271904', NOW);
    expect(checked).toMatchObject({ kind: 'right', person: { name: 'I. Dahl-Moen', role: 'trainee' } });
    await followServer([{ ...colleague, hasPin: false }]);
    expect(await kindOf('271904')).toBe('unknown');
  });
  it('is over at once when the device is ended', async () => {
    await keepPerson(dahl, '271904', NOW);
    await forgetPeople();
    expect(await kindOf('271904')).toBe('unknown');
  });
});
