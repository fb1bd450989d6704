import { batteryDetailSchema, batteryListSchema, batteryLivesSchema, type BatteryMove } from '@vaktman/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoApp, THE_MORNING } from '../../test/testDatabase';
import { workOffOutlooks, type Pool } from '../index';

let drop: () => Promise<void>;
let app: Awaited<ReturnType<typeof demoApp>>['app'];
let pool: Pool;
beforeAll(async () => {
  ({ app, pool, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const list = async (query = '') => batteryListSchema.parse(await (await app.request(`/api/batteries${query}`)).json());
const detail = async (id: string) =>
  batteryDetailSchema.parse(await (await app.request(`/api/batteries/${id}`)).json());
const at = async (unitId: string, position: string) =>
  (await list()).batteries.find((row) => row.unitId === unitId && row.position === position)!;
const move = (id: string, body: BatteryMove | object) =>
  app.request(`/api/batteries/${id}/moves`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

describe('batteries as things', () => {
  it('are found by the beginning of their serial, by make and by where they are', async () => {
    expect((await list('?q=br-315')).batteries.map(({ battery }) => battery.serial)).toEqual(['BR-31544']);
    const kjelvar = (await list('?q=kjelvar')).batteries;
    expect(kjelvar.length).toBeGreaterThan(5);
    expect(kjelvar.every(({ battery }) => battery.make === 'Kjelvar')).toBe(true);
    expect(
      (await list('?state=store')).batteries.every(({ unitId, state }) => unitId === null && state === 'store'),
    ).toBe(true);
    expect((await list('?q=%25')).batteries).toEqual([]);
  });
  it('come in parts that are together the whole, in the order asked for, each once', async () => {
    const whole = await list('?limit=500&sort=make');
    expect(whole.total).toBe(whole.batteries.length);
    const parts = [];
    for (let from = 0; from < whole.total; from += 7)
      parts.push(...(await list(`?limit=7&sort=make&from=${from}`)).batteries);
    expect(parts).toEqual(whole.batteries);
    const makes = whole.batteries.map(({ battery }) => battery.make?.toLowerCase() ?? '￿');
    expect(makes).toEqual([...makes].sort());
    const backwards = (await list('?limit=500&sort=-since')).batteries.map(({ since }) =>
      Date.parse(since ?? '1970-01-01'),
    );
    expect(backwards).toEqual([...backwards].sort((one, other) => other - one));
    expect((await list(`?from=${whole.total + 5}`)).batteries).toEqual([]);
  });
  it('are asked for in words that are known, or what is wrong is named', async () => {
    const answer = await app.request('/api/batteries?sort=colour&state=lost&from=-1');
    expect(answer.status).toBe(422);
    expect(((await answer.json()) as { problems: { path: string }[] }).problems.map(({ path }) => path).sort()).toEqual(
      ['from', 'sort', 'state'],
    );
  });
  it('carry their own readings only, in the order they were taken', async () => {
    const { batteryId } = await at('R-02', 'D');
    const { stays, figures } = await detail(batteryId);
    expect(stays).toHaveLength(1);
    expect(figures.length).toBeGreaterThan(2);
    expect(figures.every((figure) => Date.parse(figure.at) >= Date.parse(stays[0]!.from))).toBe(true);
  });
  it('are swapped at one moment, and both units are looked at anew', async () => {
    const [mine, other] = [await at('G-05', 'A'), await at('L-08', 'B')];
    expect((await move(mine.batteryId, { kind: 'swap', withBatteryId: other.batteryId, because: 'test' })).status).toBe(
      200,
    );
    expect((await at('L-08', 'B')).batteryId).toBe(mine.batteryId);
    expect((await at('G-05', 'A')).batteryId).toBe(other.batteryId);
    // The move itself does not wait for the outlooks: they are marked, and worked off beside it.
    await workOffOutlooks(pool, () => THE_MORNING);
    const history = (await (await app.request('/api/units/G-05/history')).json()) as {
      outlook: {
        cold: { kind: string; lacks: string[] };
        batteries: { position: string; forecast: { kind: string } }[];
      };
    };
    expect(history.outlook.cold).toEqual({ kind: 'unsaid', lacks: ['a load test of battery A'] });
    expect(history.outlook.batteries.find(({ position }) => position === 'A')?.forecast.kind).toBe('too-few');
  });
  it('push the one that sat there into the store room when they are fitted', async () => {
    const occupant = await at('S-04', 'A');
    const spare = (await list('?q=BR-31207')).batteries[0]!;
    expect((await move(spare.batteryId, { kind: 'fit', unitId: 'S-04', position: 'A', because: 'weak' })).status).toBe(
      200,
    );
    expect((await at('S-04', 'A')).batteryId).toBe(spare.batteryId);
    expect((await detail(occupant.batteryId)).state).toBe('store');
    expect((await detail(occupant.batteryId)).stays.at(-1)?.removedBecause).toBe('weak');
    // Its age counts from the day it was first fitted.
    expect((await detail(spare.batteryId)).battery.fitted).toMatch(/^\d{4}-\d\d-\d\d$/);
  });
  it.each([
    [{ kind: 'fit', unitId: 'X-99', position: 'A', because: 'x' }, 'unitId'],
    [{ kind: 'fit', unitId: 'G-03', position: 'D', because: 'x' }, 'position'],
    [{ kind: 'remove', because: '' }, 'because'],
    [{ kind: 'swap', withBatteryId: 'no', because: 'x' }, 'withBatteryId'],
    [{ kind: 'throw', because: 'x' }, 'kind'],
  ])('stay where they are when asked for %j', async (body, path) => {
    const before = await at('G-03', 'A');
    const answer = await move(before.batteryId, body);
    expect(answer.status).toBe(422);
    const problem = (await answer.json()) as { problems: { path: string }[] };
    expect(problem.problems[0]?.path).toBe(path);
    expect(await at('G-03', 'A')).toEqual(before);
  });
  it('do not come back once they are scrapped', async () => {
    const { batteryId } = await at('C-01', 'D');
    expect((await move(batteryId, { kind: 'scrap', because: 'cell dead' })).status).toBe(200);
    expect((await detail(batteryId)).scrappedBecause).toBe('cell dead');
    expect((await move(batteryId, { kind: 'fit', unitId: 'C-01', position: 'D', because: 'x' })).status).toBe(422);
  });
  it('are in one place at a time whatever is asked at once, and a position is filled once', async () => {
    const spares = [...(await list('?q=BR-31544')).batteries, ...(await list('?q=KJ-40116')).batteries];
    expect(spares.map(({ state }) => state)).toEqual(['store', 'store']);
    const answers = await Promise.all(
      spares.flatMap(({ batteryId }) => [
        move(batteryId, { kind: 'fit', unitId: 'P-12', position: 'A', because: 'race' }),
        move(batteryId, { kind: 'fit', unitId: 'P-12', position: 'B', because: 'race' }),
      ]),
    );
    expect(answers.every(({ status }) => [200, 409, 422].includes(status))).toBe(true);
    const present = (await list('?state=fitted')).batteries.filter(({ unitId }) => unitId === 'P-12');
    expect(new Set(present.map(({ position }) => position)).size).toBe(present.length);
    expect(new Set(present.map(({ batteryId }) => batteryId)).size).toBe(present.length);
  });
  it('tell how long their like live, from those that are gone', async () => {
    const { lives } = batteryLivesSchema.parse(await (await app.request('/api/batteries/lives')).json());
    const make = lives.filter(({ by }) => by === 'make');
    expect(make.find(({ name }) => name === 'Brannfell')?.gone).toBeGreaterThanOrEqual(1);
    const total = (by: string) => lives.filter((life) => life.by === by).reduce((sum, { inUse }) => sum + inUse, 0);
    expect(total('make')).toBe(total('yard'));
    expect(total('chemistry')).toBe(total('duty'));
    expect(make.find(({ years }) => years !== null)!.years!).toBeGreaterThan(0.5);
  });
});
