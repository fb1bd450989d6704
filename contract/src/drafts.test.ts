import { BENCH_POSITION } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import type * as z from 'zod';
import {
  batteryDraftSchema,
  batteryMoveSchema,
  batteryQuerySchema,
  benchReadingSchema,
  changeQuerySchema,
  deviceDraftSchema,
  deviceKeySchema,
  fleetDraftSchema,
  isAtLeast,
  newBrowsersSchema,
  newFleetSchema,
  newPassphraseSchema,
  newPinSchema,
  personDraftSchema,
  programKeyDraftSchema,
  ROLES,
  sealSchema,
  signInSchema,
  yardDraftSchema,
} from './index';

/** What is wrong with an input, as `path: words`; none where it is taken. */
const wrong = (schema: z.ZodType, input: unknown): string[] => {
  const parsed = schema.safeParse(input);
  return parsed.success ? [] : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
};

const FLEET = {
  name: 'Tindra Pass winter road service',
  timeZone: 'Europe/Oslo',
  link: 'a-link',
  passphrase: 'grader in the snow',
  yards: [{ name: 'Lower Yard' }],
  people: [
    { name: 'A. Sund', role: 'lead' },
    { name: 'K. Moen', role: 'technician' },
  ],
};
const BATTERY = { chemistry: 'agm', duty: 'truck', rating: { value: 870, standard: 'SAE' } };
const READING = {
  id: '018f3a52-7b1c-7a00-8000-000000000002',
  step: 'battery.openCircuit',
  point: BENCH_POSITION,
  at: '2026-11-24T09:05:00+01:00',
  volts: 12.66,
};

describe('what a client sends is taken as it is meant', () => {
  it.each([
    ['a first fleet', newFleetSchema, FLEET],
    ['a yard', yardDraftSchema, { name: ' Summit Station ' }],
    ['somebody', personDraftSchema, { name: 'I. Dahl', role: 'trainee' }],
    ['a shared device', deviceDraftSchema, { name: 'Bay 2 tablet', shared: true }],
    ['a key of a program', programKeyDraftSchema, { name: 'stock list', scopes: ['read', 'import'] }],
    ['a battery', batteryDraftSchema, { battery: BATTERY, warrantyUntil: '2028-10-01', made: '2025-11' }],
    ['a battery nobody knows the age of', batteryDraftSchema, { battery: BATTERY, warrantyUntil: null, made: null }],
    ['a sign-in with a code', signInSchema, { name: 'A. Sund', passphrase: 'x', code: '12345678' }],
  ])('%s', (_what, schema, input) => expect(wrong(schema, input)).toEqual([]));
  it('without the space around a name', () => {
    expect(yardDraftSchema.parse({ name: '  Summit Station ' })).toEqual({ name: 'Summit Station' });
  });
  it('with what is usual where a list is asked for without a word', () => {
    expect(batteryQuerySchema.parse({})).toEqual({ q: '', sort: 'serial', from: 0, limit: 200 });
    expect(changeQuerySchema.parse({ before: '40' })).toEqual({ before: 40, limit: 100 });
  });
});

describe('what is wrong is said at its field, in words', () => {
  it.each([
    ['a yard without a name', yardDraftSchema, { name: '   ' }, 'name: expected a name'],
    ['a yard with an endless name', yardDraftSchema, { name: 'x'.repeat(121) }, 'name: expected at most 120 letters'],
    [
      'a person of no role',
      personDraftSchema,
      { name: 'I. Dahl', role: 'boss' },
      `role: expected one of ${ROLES.join(', ')}`,
    ],
    [
      'a place that is no time zone',
      fleetDraftSchema,
      { name: 'A', timeZone: 'Lower Yard' },
      'timeZone: expected a time zone such as Europe/Oslo',
    ],
    [
      'a device without a name',
      deviceDraftSchema,
      { name: '', shared: true },
      'name: expected a name, such as Bay 2 tablet',
    ],
    [
      'a device that is shared perhaps',
      deviceDraftSchema,
      { name: 'Bay 2 tablet', shared: 'yes' },
      'shared: expected true or false',
    ],
    [
      'a key for nothing',
      programKeyDraftSchema,
      { name: 'x', scopes: [] },
      'scopes: expected at least one of read, import, calendar',
    ],
    [
      'a key to write',
      programKeyDraftSchema,
      { name: 'x', scopes: ['write'] },
      'scopes.0: expected one of read, import, calendar',
    ],
    [
      'a choice nobody offers',
      newBrowsersSchema,
      { newBrowsers: 'never' },
      'newBrowsers: expected one of passphrase, code',
    ],
    [
      'a month that is none',
      batteryDraftSchema,
      { battery: BATTERY, made: '2025-13' },
      'made: expected a month such as 2025-11',
    ],
    [
      'a date as it is spoken',
      batteryDraftSchema,
      { battery: BATTERY, warrantyUntil: '1.10.2028' },
      'warrantyUntil: expected a date such as 2028-10-01',
    ],
    ['a battery scrapped without a word', batteryMoveSchema, { kind: 'scrap', because: '  ' }, 'because: say why'],
    [
      'a swap with nothing',
      batteryMoveSchema,
      { kind: 'swap', withBatteryId: 'B', because: 'mixed' },
      'withBatteryId: choose a battery',
    ],
    [
      'a battery elsewhere than on the bench',
      benchReadingSchema,
      { takenBy: 'K. Moen', reading: { ...READING, point: 'C' } },
      `reading.point: expected ${BENCH_POSITION}`,
    ],
    [
      'a reading of nobody',
      benchReadingSchema,
      { takenBy: '', reading: READING },
      'takenBy: choose who takes the readings',
    ],
    [
      'a key that is too short',
      deviceKeySchema,
      { publicKey: 'short' },
      'publicKey: expected a point of P-256, 65 bytes as base64url',
    ],
  ] as const)('%s', (_what, schema, input, said) => expect(wrong(schema, input)).toContain(said));
  it('names a yard and a person that are there twice, whatever their letters', () => {
    const yards = [{ name: 'Lower Yard' }, { name: 'lower yard' }];
    expect(wrong(newFleetSchema, { ...FLEET, yards })).toEqual([
      'yards.1.name: lower yard is there twice; expected each yard once',
    ]);
    const people = [...FLEET.people, { name: 'a. sund', role: 'viewer' }];
    expect(wrong(newFleetSchema, { ...FLEET, people })).toEqual([
      'people.2.name: a. sund is there twice; expected each name once',
    ]);
  });
  it('wants a lead first in a new fleet: nobody else could name the others', () => {
    const people = [{ name: 'K. Moen', role: 'technician' }];
    expect(wrong(newFleetSchema, { ...FLEET, people })).toEqual([
      'people.0.role: expected the first one to be a lead: it is you, and a lead names the others',
    ]);
  });
  it.each([
    ['a field nobody asked for', { name: 'Lower Yard', yardId: 'chosen' }],
    ['nothing', null],
    ['a list', []],
    ['a name that is a number', { name: 7 }],
  ])('takes no yard of %s', (_what, input) => expect(wrong(yardDraftSchema, input)).not.toEqual([]));
});

describe('words people sign in with', () => {
  it.each(['grader in the snow', 'åtte små grå mus', '  spaces count  ', '🚜🚜🚜🚜🚜🚜🚜🚜🚜🚜🚜🚜'])(
    'may be %s',
    (passphrase) => expect(wrong(newPassphraseSchema, passphrase)).toEqual([]),
  );
  it('are counted by letters a person sees, not by what they take to write', () => {
    expect(wrong(newPassphraseSchema, '🚜🚜🚜🚜🚜🚜')).toEqual([': expected 12 letters or more; four words do well']);
    expect(wrong(newPassphraseSchema, 'x'.repeat(201))).toEqual([': expected at most 200 letters']);
  });
  it.each(['111111', '012345', '123456', '987654', '543210'])('no PIN is %s', (pin) =>
    expect(wrong(newPinSchema, pin)).toEqual([': expected digits that are not all alike and not counted up or down']),
  );
  it.each(['12345', '1234567', '12 456', '12345a', '１２３４５６'])('and none is %s', (pin) =>
    expect(wrong(newPinSchema, pin)).toContain(': expected 6 digits'),
  );
  it.each(['482913', '112233', '901234'])('but %s', (pin) => expect(wrong(newPinSchema, pin)).toEqual([]));
});

describe('roles', () => {
  it('stand in one line: who may more may all that others may', () => {
    for (const [index, role] of ROLES.entries())
      for (const [least, other] of ROLES.entries()) expect(isAtLeast(role, other)).toBe(index >= least);
  });
});

describe('a seal', () => {
  const seal = {
    key: 'k'.repeat(43),
    personId: 'moen',
    way: 'session',
    signature: 's'.repeat(86),
  };
  it('is taken as devices make it', () => expect(wrong(sealSchema, seal)).toEqual([]));
  it.each([
    ['key', 'k'.repeat(42)],
    ['key', `${'k'.repeat(42)}=`],
    ['signature', 's'.repeat(87)],
    ['way', 'by-word'],
    ['personId', ''],
  ])('is refused where its %s is %s', (field, value) =>
    expect(wrong(sealSchema, { ...seal, [field]: value })[0]).toMatch(new RegExp(`^${field}: `)),
  );
});
