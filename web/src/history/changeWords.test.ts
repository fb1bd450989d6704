import { describe, expect, it } from 'vitest';
import { setYardZone } from '../control/dates';
import { fieldChanges } from './changeWords';

const isSaid = (field: string, after: string) => ({ field, before: '', after, isFigure: false });
const isMeasured = (field: string, after: string) => ({ ...isSaid(field, after), isFigure: true });

describe('a change in words', () => {
  it.each([
    [
      'a field by its word',
      { before: { yard_id: 'lower' }, after: { yard_id: 'summit' } },
      [{ field: 'yard', before: 'Lower Yard', after: 'summit', isFigure: false }],
    ],
    [
      'what was added, with nothing before',
      { before: {}, after: { name: 'Lower Yard' } },
      [isSaid('name', 'Lower Yard')],
    ],
    [
      'only what differs within a thing',
      { before: { card: { plate: 'TP 1', year: 2014 } }, after: { card: { plate: 'TP 2', year: 2014 } } },
      [{ field: 'card: plate', before: 'TP 1', after: 'TP 2', isFigure: false }],
    ],
    [
      'the circuit without the folder it is kept in',
      {
        before: { definition: { rest: { starter: { groundReturn: 'cable' } } } },
        after: { definition: { rest: { starter: { groundReturn: 'block' } } } },
      },
      [{ field: 'circuit: starter: ground return', before: 'cable', after: 'block', isFigure: false }],
    ],
    [
      'nothing of ids',
      { before: {}, after: { placement_id: 'x', battery_id: 'y', position: 'A' } },
      [isSaid('position', 'A')],
    ],
    [
      'yes and no',
      { before: { serial_shared: true }, after: { serial_shared: false } },
      [{ field: 'serial on two batteries', before: 'yes', after: 'no', isFigure: false }],
    ],
    [
      'a moment in the time of the yard',
      { before: {}, after: { enrolled_at: '2026-11-29T06:49:19.553109+00:00' } },
      [isSaid('signed in first', '29 Nov 2026, 07:49')],
    ],
    [
      'a day and a month as they are said',
      { before: {}, after: { warranty_until: '2028-09-20', made_month: '2025-09' } },
      [isSaid('warranty until', '20 Sep 2028'), isSaid('made', 'Sep 2025')],
    ],
    [
      'how long a battery was there',
      {
        before: { during: '["2025-09-20 07:00:00+00",)' },
        after: { during: '["2025-09-20 07:00:00+00","2026-11-29 06:57:07.555852+00")' },
      },
      [
        {
          field: 'from and to',
          before: 'from 20 Sep 2025, 09:00',
          after: 'from 20 Sep 2025, 09:00 to 29 Nov 2026, 07:57',
          isFigure: false,
        },
      ],
    ],
    [
      'figures with their unit',
      {
        before: {},
        after: {
          lowest_c: -31.5,
          system_volts: 24,
          definition: { rest: { cables: { starterGround: { areaMm2: 120, lengthM: 2.2 } }, keyOffWaitMinutes: 5 } },
        },
      },
      [
        isMeasured('lowest', '−31.5 °C'),
        isMeasured('system', '24 V'),
        isMeasured('circuit: cables: starter ground: area', '120 mm²'),
        isMeasured('circuit: cables: starter ground: length', '2.2 m'),
        isMeasured('circuit: key off wait', '5 min'),
      ],
    ],
    [
      'limits, methods and chemistries by what they are called',
      {
        before: { method_profile: 'pile', definition: { rest: { chemistry: 'flooded' } } },
        after: {
          method_profile: 'rested',
          definition: { rest: { chemistry: 'agm', makerLimits: { crankStarterVolts: 10.4, milliohmRatio: 1.6 } } },
        },
      },
      [
        { field: 'method', before: 'Carbon pile', after: 'Carbon pile after a full rest', isFigure: false },
        { field: 'circuit: chemistry', before: 'flooded', after: 'AGM', isFigure: false },
        isMeasured('circuit: maker limits: At the starter while cranking', '10.4 V'),
        isSaid('circuit: maker limits: Internal resistance against its first reading', '1.6'),
      ],
    ],
    [
      'a class without a name by its place',
      { before: { classes: [] }, after: { classes: [{ name: '', limits: { crankStarterVolts: 10.4 } }] } },
      [isMeasured('classes: 1: limits: At the starter while cranking', '10.4 V')],
    ],
    [
      'a part of a list by its own name',
      {
        before: { definition: { rest: { alternators: [{ id: 'ALT1', ratedAmps: 160 }, { id: 'ALT2' }] } } },
        after: { definition: { rest: { alternators: [{ id: 'ALT1', ratedAmps: 200 }, { id: 'ALT2' }] } } },
      },
      [{ field: 'circuit: alternators: ALT1: rated', before: '160 A', after: '200 A', isFigure: true }],
    ],
    [
      'parts of one name by their places, so that none is left out',
      {
        before: {
          classes: [
            { name: 'Plough', months: 6 },
            { name: 'Plough', months: 6 },
          ],
        },
        after: {
          classes: [
            { name: 'Plough', months: 6 },
            { name: 'Plough', months: 3 },
          ],
        },
      },
      [{ field: 'classes: 2: months', before: '6', after: '3', isFigure: false }],
    ],
    [
      'a moment that was put right within its minute',
      { before: { set_at: '2026-11-29T06:49:19Z' }, after: { set_at: '2026-11-29T06:49:50Z' } },
      [{ field: 'chosen', before: '29 Nov 2026, 07:49', after: '29 Nov 2026, 07:49', isFigure: false }],
    ],
    [
      'a list of words in one line',
      { before: {}, after: { scopes: ['read', 'visits'], classes: [] } },
      [isSaid('may', 'read, visits')],
    ],
    [
      'what somebody is by the word of the shop',
      { before: { role: 'trainee' }, after: { role: 'lead' } },
      [{ field: 'role', before: 'trainee', after: 'lead hand', isFigure: false }],
    ],
    [
      'the key a device signs with by nothing but that there is one',
      {
        before: {},
        after: { key_name: 'k1', public_key: 'MFkwEwYHKoZIzj0CAQ', told_at: '2026-11-29T06:49:19Z' },
      },
      [isSaid('its key came', '29 Nov 2026, 07:49')],
    ],
    ['nothing where nothing differs', { before: { card: {} }, after: { card: {} } }, []],
  ])('tells %s', (_what, entry, told) => {
    setYardZone('Europe/Oslo');
    expect(fieldChanges(entry, new Map([['lower', 'Lower Yard']]))).toEqual(told);
  });
});
