import { describe, expect, it } from 'vitest';
import { fieldChanges } from './changeWords';

describe('a change in words', () => {
  it.each([
    [
      'a field by its word',
      { before: { yard_id: 'lower' }, after: { yard_id: 'summit' } },
      [{ field: 'yard', before: 'lower', after: 'summit' }],
    ],
    [
      'what was added, with nothing before',
      { before: {}, after: { name: 'Lower Yard' } },
      [{ field: 'name', before: '', after: 'Lower Yard' }],
    ],
    [
      'only what differs within a thing',
      { before: { card: { plate: 'TP 1', year: 2014 } }, after: { card: { plate: 'TP 2', year: 2014 } } },
      [{ field: 'card: plate', before: 'TP 1', after: 'TP 2' }],
    ],
    [
      'the circuit without the folder it is kept in',
      {
        before: { definition: { rest: { starter: { groundReturn: 'cable' } } } },
        after: { definition: { rest: { starter: { groundReturn: 'block' } } } },
      },
      [{ field: 'circuit: starter: ground return', before: 'cable', after: 'block' }],
    ],
    [
      'nothing of ids',
      { before: {}, after: { placement_id: 'x', battery_id: 'y', position: 'A' } },
      [{ field: 'position', before: '', after: 'A' }],
    ],
    [
      'yes and no',
      { before: { serial_shared: true }, after: { serial_shared: false } },
      [{ field: 'serial on two batteries', before: 'yes', after: 'no' }],
    ],
    ['nothing where nothing differs', { before: { card: {} }, after: { card: {} } }, []],
  ])('tells %s', (_what, entry, told) => {
    expect(fieldChanges(entry)).toEqual(told);
  });
});
