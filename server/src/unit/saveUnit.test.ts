import { batteryListSchema, problemDetailsSchema, unitDetailSchema } from '@vaktman/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoApp } from '../../test/testDatabase';

let app: Awaited<ReturnType<typeof demoApp>>['app'];
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ app, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

const send = (method: string, path: string, body: unknown) =>
  app.request(path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
const unitOf = async (unitId: string) =>
  unitDetailSchema.parse(await (await app.request(`/api/units/${unitId}`)).json());
const batteryBy = async (serial: string) =>
  batteryListSchema.parse(await (await app.request(`/api/batteries?q=${serial}`)).json()).batteries[0]!;
const problemOf = async (answer: Response) => problemDetailsSchema.parse(await answer.json());

const sixVolts = (id: string, systemVolts: 12 | 24) => ({
  yardId: 'lower',
  unit: {
    id,
    description: 'Crane carrier',
    systemVolts,
    bank: {
      arrangement: systemVolts === 12 ? '2S1P' : '4S1P',
      batteries: [...'ABCD'].slice(0, systemVolts / 6).map((position) => ({
        position,
        string: 1,
        chemistry: 'flooded',
        duty: 'truck',
        nominalVolts: 6,
        rating: { value: 1000, standard: 'SAE' },
        serial: `SIX-${id}-${position}`,
      })),
    },
  },
});

describe('a serial', () => {
  it('is once in a fleet: the form is asked whether it is the same battery, and then it moves', async () => {
    const spare = await batteryBy('BR-31544');
    const { unit, yardId, revision } = await unitOf('G-05');
    const changed = {
      ...unit,
      bank: {
        ...unit.bank,
        batteries: unit.bank.batteries.map((battery) =>
          battery.position === 'A' ? { ...battery, serial: 'br-31544' } : battery,
        ),
      },
    };
    const asked = await send('PUT', '/api/units/G-05', { yardId, revision, unit: changed });
    expect(asked.status).toBe(409);
    const { sameBattery, problems } = await problemOf(asked);
    expect(sameBattery).toEqual([
      {
        path: expect.stringMatching(/^unit\.bank\.batteries\[\d\]\.serial$/) as string,
        position: 'A',
        batteryId: spare.batteryId,
        where: 'in the store room',
      },
    ]);
    expect(problems?.[0]?.message).toContain('is it the same one?');
    const told = await send('PUT', '/api/units/G-05', {
      yardId,
      revision,
      unit: changed,
      same: { A: spare.batteryId },
    });
    expect(told.status).toBe(200);
    expect(await batteryBy('BR-31544')).toMatchObject({ batteryId: spare.batteryId, unitId: 'G-05', position: 'A' });
  });
  it('of a battery that is there is refused for another that comes into the store room', async () => {
    const answer = await send('POST', '/api/batteries', {
      battery: { chemistry: 'agm', duty: 'truck', serial: 'KJ-40116' },
    });
    expect(answer.status).toBe(409);
    expect((await problemOf(answer)).problems?.[0]?.message).toContain(
      'KJ-40116 is on record already, in the store room',
    );
  });
});

describe('two people at one unit', () => {
  it('are told what the other changed, field by field, and nothing is undone', async () => {
    const { unit, yardId, revision } = await unitOf('C-01');
    expect(
      (
        await send('PUT', '/api/units/C-01', {
          yardId,
          revision,
          unit: { ...unit, description: 'Crusher, new engine' },
        })
      ).status,
    ).toBe(200);
    const answer = await send('PUT', '/api/units/C-01', {
      yardId,
      revision,
      unit: { ...unit, engine: { ...unit.engine, cylinders: 8 } },
    });
    expect(answer.status).toBe(409);
    expect((await problemOf(answer)).problems).toEqual([
      { path: 'unit.description', message: `is now Crusher, new engine; this form has ${unit.description}` },
      { path: 'unit.engine.cylinders', message: 'is now 6; this form has 8' },
    ]);
    expect((await unitOf('C-01')).unit.engine?.cylinders).toBe(6);
  });
  it('one with the form, one who moves its batteries: the form is told', async () => {
    const { unit, yardId, revision } = await unitOf('R-02');
    const { batteryId } = await batteryBy(unit.bank.batteries[0]!.serial!);
    expect(
      (await send('POST', `/api/batteries/${batteryId}/moves`, { kind: 'remove', because: 'tested' })).status,
    ).toBe(200);
    expect((await send('PUT', '/api/units/R-02', { yardId, revision, unit })).status).toBe(409);
  });
});

describe('what was stored and whose answer was lost', () => {
  it('is taken once more as it stands: nothing is changed, and nobody told it is taken', async () => {
    const draft = sixVolts('K-LOST', 12);
    expect((await send('POST', '/api/units', draft)).status).toBe(201);
    const before = await unitOf('K-LOST');
    expect((await send('POST', '/api/units', draft)).status).toBe(201);
    expect(await unitOf('K-LOST')).toEqual(before);
    const other = await send('POST', '/api/units', { ...draft, unit: { ...draft.unit, description: 'Another' } });
    expect(other.status).toBe(409);
    expect((await problemOf(other)).problems?.[0]).toMatchObject({ path: 'unit.id' });
    expect((await send('POST', '/api/units', { ...draft, yardId: 'summit' })).status).toBe(409);
  });
  it('is so for a change too, until somebody changed it otherwise', async () => {
    const { unit, yardId, revision, card } = await unitOf('K-LOST');
    const spare = await batteryBy('BR-31207');
    const changed = { yardId, revision, card, unit: { ...unit, description: 'Crane carrier, long' } };
    expect((await send('PUT', '/api/units/K-LOST', changed)).status).toBe(200);
    expect((await send('PUT', '/api/units/K-LOST', changed)).status).toBe(200);
    expect((await unitOf('K-LOST')).revision).toBe(revision + 1);
    expect((await send('PUT', '/api/units/K-LOST', { ...changed, card: { plate: 'TP 10 442' } })).status).toBe(409);
    expect((await send('PUT', '/api/units/K-LOST', { ...changed, profile: 'rested' })).status).toBe(409);
    expect((await send('PUT', '/api/units/K-LOST', { ...changed, same: { A: spare.batteryId } })).status).toBe(409);
  });
  it('is so where a battery came with it under its serial in other letters', async () => {
    const spare = await batteryBy('BR-31207');
    const [first, ...others] = sixVolts('K-MOVE', 12).unit.bank.batteries;
    const draft = {
      ...sixVolts('K-MOVE', 24),
      unit: {
        ...sixVolts('K-MOVE', 24).unit,
        bank: {
          arrangement: '2S1P',
          batteries: [
            { ...first, nominalVolts: 12, serial: 'br-31207' },
            ...others.map((own) => ({ ...own, nominalVolts: 12 })),
          ],
        },
      },
      same: { A: spare.batteryId },
    };
    expect((await send('POST', '/api/units', draft)).status).toBe(201);
    expect((await send('POST', '/api/units', draft)).status).toBe(201);
    expect(await batteryBy('BR-31207')).toMatchObject({ batteryId: spare.batteryId, unitId: 'K-MOVE' });
    expect(
      (await send('POST', `/api/batteries/${spare.batteryId}/moves`, { kind: 'remove', because: 'done' })).status,
    ).toBe(200);
    expect((await send('POST', '/api/units', draft)).status).toBe(409);
  });
});

describe('batteries of 6 V', () => {
  it.each([12, 24] as const)('make a bank of %d V, and one of 12 V does not fit in it', async (systemVolts) => {
    const id = `K-${systemVolts}`;
    expect((await send('POST', '/api/units', sixVolts(id, systemVolts))).status).toBe(201);
    const { unit } = await unitOf(id);
    expect(unit.bank.batteries.every(({ nominalVolts }) => nominalVolts === 6)).toBe(true);
    const { batteryId } = await batteryBy('BR-31207');
    const answer = await send('POST', `/api/batteries/${batteryId}/moves`, {
      kind: 'fit',
      unitId: id,
      position: 'A',
      because: 'x',
    });
    expect(answer.status).toBe(422);
    expect((await problemOf(answer)).problems?.[0]?.message).toBe(
      `expected a battery of 6 V for ${id}, this one is of 12 V`,
    );
  });
  it('leave an empty place of 6 V behind', async () => {
    const { batteryId } = await batteryBy('SIX-K-12-A');
    expect((await send('POST', `/api/batteries/${batteryId}/moves`, { kind: 'remove', because: 'weak' })).status).toBe(
      200,
    );
    const { unit, empty } = await unitOf('K-12');
    expect(empty).toEqual(['A']);
    expect(unit.bank.batteries.find(({ position }) => position === 'A')?.nominalVolts).toBe(6);
  });
  it('are refused at other volts, in words', async () => {
    const odd = sixVolts('K-8', 12);
    const answer = await send('POST', '/api/units', {
      ...odd,
      unit: {
        ...odd.unit,
        bank: {
          ...odd.unit.bank,
          batteries: odd.unit.bank.batteries.map((battery) => ({ ...battery, nominalVolts: 8 })),
        },
      },
    });
    expect(answer.status).toBe(422);
    expect((await problemOf(answer)).problems?.[0]?.message).toBe('expected 6 or 12 V for a battery, received 8');
  });
});
