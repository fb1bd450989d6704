import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { importAnswer, type ImportAnswer, type ImportKind, type ImportKnown, type ImportMap } from '../index';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const read = (
  kind: ImportKind,
  text: string | Uint8Array,
  map: Partial<ImportMap> | null = null,
  known: Partial<ImportKnown> | null = null,
): ImportAnswer =>
  importAnswer(
    kind,
    typeof text === 'string' ? bytes(text) : text,
    map === null ? null : { format: 'vaktman-import-map', version: 1, kind, ...map },
    known === null ? null : { format: 'vaktman-import-known', version: 1, ...known },
  );
const told = ({ problems }: ImportAnswer): string[] =>
  problems.map(({ row, column, code }) => `${row ?? 'file'},${column ?? '-'} ${code}`);
const asked = (answer: ImportAnswer): string[] =>
  answer.asked.map(({ what, field, column }) => `${what} ${field ?? '-'} ${column ?? '-'}`);
const unitsOf = (answer: ImportAnswer) =>
  answer.units as { row: number; yard: string; unit: Record<string, unknown> }[];
const HEAD = 'Unit,Yard,Arrangement,Chemistry';
const unitWith = (header: string, cell: string, map: Partial<ImportMap> | null = null) =>
  read('units', `${HEAD},${header}\nP-1,lower,1S2P,agm,${cell}\n`, map);
const firstUnit = (answer: ImportAnswer): Record<string, unknown> => {
  expect(told(answer).concat(asked(answer))).toEqual([]);
  return unitsOf(answer)[0]!.unit;
};

describe('from bytes to cells', () => {
  it.each([
    ['utf-8 with a mark', Uint8Array.from([0xef, 0xbb, 0xbf, ...bytes('Unit,Yard\nÅ-1,x\n')]), 'utf-8'],
    ['windows-1252', Uint8Array.from([...bytes('Unit,Yard\nP-1,'), 0xe5, 0x80, 0x0a]), 'windows-1252'],
    [
      'utf-16 le',
      Uint8Array.from([
        0xff,
        0xfe,
        ...new Uint8Array(new Uint16Array([...'Unit,Yard\nP-1,x\n'].map((c) => c.charCodeAt(0))).buffer),
      ]),
      'utf-16le',
    ],
    [
      'utf-16 le without a mark',
      new Uint8Array(new Uint16Array([...'Unit,Yard\nP-1,x\n'].map((c) => c.charCodeAt(0))).buffer),
      'utf-16le',
    ],
  ])('%s', (_name, file, encoding) => expect(read('units', file).detected.encoding).toBe(encoding));
  it.each([
    ['nothing', new Uint8Array(0), 'empty'],
    ['a zip', Uint8Array.from([0x50, 0x4b, 3, 4, 1, 2]), 'not-text'],
    ['noughts', new Uint8Array(500), 'not-text'],
    ['a header alone', bytes('Unit,Yard\n'), 'empty'],
    ['1,001 cells', bytes(`Unit,Yard${','.repeat(1000)}\nP-1,x\n`), 'too-many-columns'],
  ])('%s is refused whole', (_name, file, code) => expect(told(read('units', file))).toEqual([`file,- ${code}`]));
  it('tells of a quote that never ends, or goes on after its end, alone', () => {
    expect(told(read('units', 'Unit,Yard\nP-1,"low\nP-2,x\n'))).toEqual(['2,2 quotes']);
    expect(told(read('units', 'Unit,Yard\n,\n"P-1"x,low\n'))).toEqual(['3,1 quotes']);
    expect(told(read('units', `${HEAD}\n"P ""1""" ,low 3" wide,1S1P,agm\n`))).toEqual(['2,1 name']);
  });
  it('counts rows as a spreadsheet does: a break inside quotes begins none', () => {
    const answer = read('units', `${HEAD},Description\r\nP-1,low,1S1P,agm,"two\nlines"\rP-2,low,1S9P,agm,\n`);
    expect(told(answer)).toEqual(['3,3 choice']);
    expect(unitsOf(answer)[0]!.unit['description']).toBe('two lines');
  });
  it('takes the delimiter a first line names', () => {
    const answer = read('units', 'sep=|\nUnit|Yard|Bank|Chemistry\nP-1|low, er|1S1P|agm\n');
    expect(answer.detected).toMatchObject({ delimiter: '|', header: 2 });
    expect(unitsOf(answer)[0]!.yard).toBe('low, er');
  });
  it('tells of cells beyond the header, of control characters and of letters that are nothing', () => {
    expect(
      told(read('units', `${HEAD}\nP-1,x,1S1P,agm,more\nP\u00012,x,1S1P,agm\nP\ufffd3,x,1S1P,agm\n=1+1,x,1S1P,agm\n`)),
    ).toEqual(['2,5 cells', '3,1 control', '4,1 encoding', '5,1 formula']);
  });
  it('reads a text that a spreadsheet was forced to keep', () =>
    expect(firstUnit(read('units', `${HEAD}\n"=""007""",x,1S1P,agm\n`))['id']).toBe('007'));
});

describe('header and rows', () => {
  it.each([
    ['Unit no.', 'unit.id'],
    ['Kälteprüf-Strom (EN)', 'battery.each.rating'],
    ['Battery A serial', 'battery.A.serial'],
    ['Bat2 CCA', 'battery.B.rating'],
    ['Serial B', 'battery.B.serial'],
    ['Serial3', 'battery.C.serial'],
    ['Alternator 2 amps', 'alternator.2.ratedAmps'],
    ['Starter cable length [ft]', 'cable.starterPositive.lengthM'],
    ['Colour', null],
  ])('%s leads to %s', (header, field) => {
    const answer = read('units', `Description,Yard,${header}\nx,y,1\n`);
    expect(answer.map.columns?.[2]?.field ?? null).toBe(field);
  });
  it('takes a weak name only where nothing else leads to its field', () => {
    expect(read('units', 'Nr,Yard,Bank\n1,x,1S1P\n').map.columns?.[0]?.field).toBe('unit.id');
    expect(read('units', 'Nr,Unit,Yard\n1,P-1,x\n').map.columns?.map(({ field }) => field)).toEqual([
      null,
      'unit.id',
      'unit.yard',
    ]);
  });
  it('finds groups above the header, and measures below it', () => {
    const answer = read(
      'units',
      ',,,Battery A,,Battery B,,Alternator\nUnit,Yard,Bank,Serial,CCA,Serial,CCA,Amps\n,,,,EN,,EN,A\nP-1,x,1S2P,S1,900,S2,800,140\n',
      { constants: { 'battery.chemistry': 'agm' } },
    );
    expect(answer.detected).toMatchObject({ header: 2, groups: 1, measures: 3 });
    const unit = firstUnit(answer) as { bank: { batteries: unknown[] }; alternators: unknown[] };
    expect(unit.bank.batteries[1]).toMatchObject({ serial: 'S2', rating: { value: 800, standard: 'EN' } });
    expect(unit.alternators).toMatchObject([{ id: 'ALT1', ratedAmps: 140 }]);
  });
  it('passes over totals, repeated headers, footers and repeats, and says so', () => {
    const answer = read(
      'units',
      `${HEAD}\nP-1,x,1S1P,agm\n${HEAD}\nP-1,x,1S1P,agm\nP-2,x,1S1P,agm\nTotal 2,,,\n\nprinted today,,,\n`,
    );
    expect(answer.skipped).toEqual([
      { row: 3, why: 'header' },
      { row: 4, why: 'repeat' },
      { row: 6, why: 'total' },
      { row: 8, why: 'footer' },
    ]);
    expect(answer).toMatchObject({ rows: 2, good: 2 });
  });
  it('repeats a merged yard from above, and only what a map says where it says so', () => {
    const file = `${HEAD}\nP-1,lower,1S1P,agm\nP-2,,1S1P,agm\nP-3,summit,1S1P,agm\n`;
    expect(unitsOf(read('units', file)).map(({ yard }) => yard)).toEqual(['lower', 'lower', 'summit']);
    expect(told(read('units', file, { fillDown: [] }))).toEqual(['3,2 missing']);
    // The same yard twice in a row: it was typed, not merged.
    expect(told(read('units', `${HEAD}\nP-1,a,1S1P,agm\nP-2,a,1S1P,agm\nP-3,,1S1P,agm\n`))).toEqual(['4,2 missing']);
  });
  it('gives the rows below a section its field', () => {
    const answer = read('units', 'Unit,Bank,Chemistry,Depot\nLower Yard,,,\nP-1,1S1P,agm,\nTop,,,\nP-2,1S1P,agm,\n', {
      sections: 'unit.yard',
    });
    expect(unitsOf(answer).map(({ yard }) => yard)).toEqual(['Lower Yard', 'Top']);
    expect(answer.skipped.map(({ why }) => why)).toEqual(['section', 'section']);
    const without = read('units', 'Unit,Bank,Chemistry\nLower Yard,,\nP-1,1S1P,agm\n', { sections: 'unit.yard' });
    expect(unitsOf(without).map(({ yard }) => yard)).toEqual(['Lower Yard']);
    const known = { yards: [{ id: 'top', name: 'Top' }] };
    expect(
      told(read('units', 'Unit,Bank,Chemistry\nLower Yard,,\nP-1,1S1P,agm\n', { sections: 'unit.yard' }, known)),
    ).toEqual(['3,- unknown']);
  });
  it('asks for a header where there is none, and reads by number where a map says so', () => {
    expect(asked(read('units', 'a,b\nc,d\n'))).toEqual(['header - -']);
    const answer = read('units', 'P-1;lower;4\nP-2;lower;2\n', {
      file: { header: null },
      columns: [
        { column: 1, field: 'unit.id' },
        { column: 2, field: 'unit.yard' },
        { column: 3, field: 'unit.batteryCount' },
      ],
      constants: { 'unit.systemVolts': '12', 'battery.chemistry': 'agm' },
    });
    expect(unitsOf(answer).map(({ unit }) => (unit as { bank: { arrangement: string } }).bank.arrangement)).toEqual([
      '1S4P',
      '1S2P',
    ]);
  });
  it('names a column of a map that the file has not', () =>
    expect(
      read('units', `${HEAD}\nP-1,x,1S1P,agm\n`, { columns: [{ header: 'Colour', field: null }] }).problems,
    ).toMatchObject([{ code: 'no-column', header: 'Colour', row: null }]));
});

describe('values', () => {
  it.each([
    ['2,4', 2.4],
    ['2.4 m', 2.4],
    ['240 cm', 2.4],
    ['8 ft', 2.4384],
  ])('a length of %s', (cell, lengthM) => {
    const answer = read('units', `Unit;Yard;Bank;Starter cable length [m]\nP-1;x;1S1P;${cell}\n`);
    expect(firstUnit(answer)['cables']).toEqual({ starterPositive: { lengthM } });
  });
  it('asks for a measure that nobody told', () =>
    expect(asked(unitWith('Starter cable length', '2.5'))).toEqual(['measure cable.starterPositive.lengthM 5']));
  it.each([
    ['95 mm²', { areaMm2: 95 }],
    ['4/0', { awg: '4/0' }],
    ['2/0 AWG', { awg: '2/0' }],
    ['AWG 2', { awg: '2' }],
  ])('a cable of %s', (cell, size) =>
    expect(firstUnit(unitWith('Starter cable', cell))['cables']).toEqual({ starterPositive: size }),
  );
  it.each([
    ['920 SAE', 920, 'SAE'],
    ['680 A (EN)', 680, 'EN'],
    ['EN 680', 680, 'EN'],
    ['420 DIN', 420, 'DIN'],
    ['920CCA', 920, 'SAE'],
    ['640 CCA EN', 640, 'EN'],
    ['1150 MCA', 1150, 'CA'],
  ])('a rating of %s', (cell, value, standard) => {
    const { bank } = firstUnit(unitWith('Rating', cell)) as { bank: { batteries: { rating: unknown }[] } };
    expect(bank.batteries[0]!.rating).toEqual({ value, standard });
  });
  it('asks for the standard of a rating that tells none', () =>
    expect(asked(unitWith('Rating', '680'))).toEqual(['standard battery.each.rating 5']));
  it('takes no word for battery as a position', () =>
    expect(
      told(read('batteries', 'Serial,Type,CCA,Unit,Pos\na,agm,900,P-1,Batterie\nb,agm,900,P-1,Batterie E\n')),
    ).toEqual(['2,5 choice']));
  it.each(['6 A', '920 XYZ', '9e2'])('%s is no rating', (cell) => expect(told(unitWith('CCA', cell))).toHaveLength(1));
  it.each([
    ['2S2P', 24, '2S2P'],
    ['2s x 2p', 24, '2S2P'],
    ['4P', 12, '1S4P'],
    ['2S', 24, '2S1P'],
    ['4x12V parallel', 12, '1S4P'],
    ['4 in parallel', 12, '1S4P'],
    ['parallel 4', 12, '1S4P'],
    ['4 parallelt', 12, '1S4P'],
    ['2 in series', 24, '2S1P'],
    ['2x12V Reihe', 24, '2S1P'],
    ['2 i serie', 24, '2S1P'],
    ['2 en série', 24, '2S1P'],
    ['2 in series; 3 parallel', 24, '2S3P'],
    ['3 parallel strings of 2 in series', 24, '2S3P'],
    ['2x2', 24, '2S2P'],
    ['4', 24, '2S2P'],
    ['4x12V', 12, '1S4P'],
    ['4 batteries', 12, '1S4P'],
    ['single', 12, '1S1P'],
    ['4x6V in series', 24, '4S1P'],
  ])('batteries as %s at %i V', (cell, volts, arrangement) => {
    const answer = read('units', `Unit,Yard,Bank,System volts,Chemistry\nP-1,x,${cell},${volts},agm\n`);
    const { bank } = firstUnit(answer) as { bank: { arrangement: string; batteries: { nominalVolts?: number }[] } };
    expect(bank.arrangement).toBe(arrangement);
    expect(bank.batteries[0]!.nominalVolts).toBe(cell.includes('6V') ? 6 : undefined);
  });
  it.each([
    ['7P,12', '2,3 choice'],
    ['2S,12', '2,3 conflict'],
    ['3,24', '2,3 conflict'],
    ['4,', '2,4 missing'],
    ['lots,12', '2,3 choice'],
  ])('batteries as %s are told of', (cells, problem) =>
    expect(told(read('units', `Unit,Yard,Bank,System volts,Chemistry\nP-1,x,${cells},agm\n`))).toEqual([problem]),
  );
  it.each([
    ['1,234', [], 'decimal - -'],
    ['1.150,5', [','], null],
  ])('finds the decimal sign: %s', (cell, decimal, question) => {
    const answer = read('results', `Unit;Date;OCV A;Engine hours\nP-1;2026-01-02;12;${cell}\n`);
    if (question !== null) expect(asked(answer)).toEqual([question]);
    else expect([answer.detected.decimal]).toEqual(decimal);
  });
  it('finds the decimal sign by the range of the field', () => {
    const answer = read('results', 'Unit;Date;OCV A\nP-1;2026-01-02;12.653\n');
    expect(answer.detected.decimal).toBe('.');
    expect(answer.good).toBe(1);
  });
  it('tells each alternator for itself', () => {
    const answer = read(
      'units',
      ',,,,Alternator,,\nUnit,Yard,Bank,Chemistry,Amps,ID,Alternator 2 amps\nP-1,x,1S1P,agm,160,GEN,90\n',
    );
    expect(firstUnit(answer)['alternators']).toEqual([
      { id: 'GEN', ratedAmps: 160, ground: 'case', remoteSense: false },
      { id: 'ALT2', ratedAmps: 90, ground: 'case', remoteSense: false },
    ]);
    const sensed = read('units', `${HEAD},Alternator,Alternator 2,Remote sense\nP-1,x,1S1P,agm,140,100,yes\n`);
    expect(
      (firstUnit(sensed)['alternators'] as { remoteSense: boolean }[]).map(({ remoteSense }) => remoteSense),
    ).toEqual([true, false]);
  });
  it.each([
    ['2 x 140 A', [140, 140]],
    ['160', [160]],
  ])('alternators of %s', (cell, amps) => {
    const { alternators } = firstUnit(unitWith('Alternator', cell)) as {
      alternators: { id: string; ratedAmps: number }[];
    };
    expect(alternators.map(({ ratedAmps }) => ratedAmps)).toEqual(amps);
    expect(alternators.map(({ id }) => id)).toEqual(amps.map((_, index) => `ALT${index + 1}`));
  });
});

describe('dates', () => {
  const fitted = (...cells: string[]) =>
    read(
      'batteries',
      `Serial,Type,Rating,Fitted\n${cells.map((cell, index) => `S${index},agm,900 EN,"${cell}"`).join('\n')}\n`,
    );
  const days = (answer: ImportAnswer): unknown[] =>
    (answer.batteries as { battery: { fitted?: string } }[]).map(({ battery }) => battery.fitted);
  it.each([
    '2025-10-02',
    '2025/10/02',
    '2025.10.02',
    '20251002',
    '02.10.2025',
    '2.10.25',
    '2 Oct 2025',
    '2. Oktober 2025',
    '2-okt-25',
    'Oct 2, 2025',
    '45932',
    '2025-10-02T08:10:00+01:00',
    '02.10.2025 08:10',
  ])('%s is the second of October', (cell) => expect(days(fitted(cell))).toEqual(['2025-10-02']));
  it.each(['31.02.2025', '2.10.1979', 'Oct 2025', '12345', '2.10.85', '13/13/2025'])('%s is no date', (cell) =>
    expect(told(fitted(cell))).toEqual(['2,4 date']),
  );
  it('tells day from month by the other dates of the file, or asks', () => {
    expect(days(fitted('03/04/2025', '25/04/2025'))).toEqual(['2025-04-03', '2025-04-25']);
    expect(days(fitted('03/04/2025', '04/25/2025'))).toEqual(['2025-03-04', '2025-04-25']);
    expect(asked(fitted('03/04/2025'))).toEqual(['dateOrder battery.fitted 4']);
    expect(asked(fitted('05/05/2025'))).toEqual([]);
    expect(told(fitted('25/04/2025', '04/25/2025', '03/04/2025'))).toEqual(['4,4 date-unclear']);
    expect(fitted('25/04/2025', '2025-01-01').detected.dateOrder).toBe('mixed');
  });
});

describe('batteries', () => {
  const HEADER = 'Serial,Type,CCA,Unit,Pos,Status,Scrapped,Reason';
  const battery = (...rows: string[]) => read('batteries', `${HEADER}\n${rows.join('\n')}\n`);
  const states = (answer: ImportAnswer): unknown[] =>
    (answer.batteries as { state: string }[]).map(({ state }) => state);
  it('are where the row says, else where what it tells lets one think', () => {
    expect(told(battery('a,agm,900,P-1,A,,,'))).toEqual([]);
    expect(
      states(battery('a,agm,900,P-1,A,,,', 'b,agm,900,,,,,', 'c,agm,900,,,,2025-01-01,', 'd,agm,900,,,,,weak')),
    ).toEqual(['fitted', 'store', 'scrapped', 'scrapped']);
  });
  it('tell of what cannot be', () => {
    expect(told(battery('a,agm,900,P-1,,,,', ',agm,,,,,,', 'c,agm,900,P-1,B,spare,,', 'd,agm,900,,,fitted,,'))).toEqual(
      ['2,5 missing', '3,1 missing', '4,6 conflict', '5,6 conflict'],
    );
    expect(told(battery('a,agm,900,P-1,A,,,', 'A ,agm,800,P-2,A,,,', 'c,agm,900,p-1,1,,,'))).toEqual([
      '2,1 duplicate',
      '2,5 taken',
      '3,1 duplicate',
      '4,5 taken',
    ]);
  });
  it('are held against what is on record', () => {
    const known = { units: [{ id: 'P-01', arrangement: '1S2P' }], serials: ['S-9'] };
    const answer = read(
      'batteries',
      `${HEADER}\na,agm,900,p-01,C,,,\nb,agm,900,P-02,A,,,\ns-9,agm,900,,,,,\nc,agm,900,p-01,B,,,\n`,
      null,
      known,
    );
    expect(told(answer)).toEqual(['2,5 unknown', '3,4 unknown', '4,1 duplicate']);
    expect(answer.batteries).toMatchObject([{ unit: 'P-01', position: 'B' }]);
  });
});

describe('results', () => {
  const visits = (answer: ImportAnswer) =>
    answer.results as { rows: number[]; visit: Record<string, unknown>; readings: Record<string, unknown>[] }[];
  it('puts rows of one unit and day together, and reads test and value in two cells', () => {
    const answer = read(
      'results',
      'Unit,Date,Test,Battery,Value\nP-1,2026-01-02,OCV,A,12.66\nP-1,2026-01-02,OCV,B,12.7 V\nP-1,2026-01-03,ripple,,0.1\nP-1,2026-01-02,dance,A,1\nP-1,2026-01-02,,A,1\n',
    );
    expect(told(answer)).toEqual(['5,3 choice', '6,3 missing']);
    expect(visits(answer).map(({ rows }) => rows)).toEqual([[2, 3], [4]]);
    expect(visits(answer)[0]!.readings[1]).toEqual({ row: 3, step: 'battery.openCircuit', point: 'B', volts: 12.7 });
    expect(visits(answer)[0]!.visit).toEqual({ unit: 'P-1', date: '2026-01-02', reason: 'pm' });
  });
  it('asks for what a reading needs besides its value', () => {
    expect(asked(read('results', 'Unit,Date,Load volts A\nP-1,2026-01-02,10.3\n'))).toEqual([
      'field battery.load.amps -',
      'field battery.load.seconds -',
    ]);
    expect(told(read('results', 'Unit,Date,Load volts A,Load amps,Seconds\nP-1,2026-01-02,10.3,,15\n'))).toEqual([
      '2,4 missing',
    ]);
  });
  it('takes another time for a retake, the same once, and tells of what contradicts', () => {
    const header = 'Unit,Date,Time,OCV A,Technician';
    expect(told(read('results', `${header}\nP-1,2026-01-02,8:10,12.6,x\nP-1,2026-01-02,9:10,12.7,x\n`))).toEqual([]);
    expect(told(read('results', `${header}\nP-1,2026-01-02,8:10,12.6,x\nP-1,2026-01-02,8:10,12.7,x\n`))).toEqual([
      '2,4 duplicate',
      '3,4 duplicate',
    ]);
    expect(told(read('results', `${header}\nP-1,2026-01-02,8:10,12.6,x\nP-1,2026-01-02,9:10,12.7,y\n`))).toEqual([
      '3,5 conflict',
    ]);
    const answer = read('results', `${header}\nP-1,2026-01-02,9:10 PM,12.6,x\nP-1,2026-01-02,08h10,12.6,x\n`);
    expect(visits(answer)[0]!.visit['time']).toBe('08:10');
  });
  it('knows the points a unit has', () => {
    const known = { units: [{ id: 'P-1', arrangement: '1S1P', alternators: ['ALT1'] }] };
    const answer = read('results', 'Unit,Date,OCV B,Ripple\nP-1,2026-01-02,12.6,0.1\n', null, known);
    expect(told(answer)).toEqual(['2,3 unknown']);
  });
});

describe('an answer', () => {
  it('gives itself again under its own map, whatever the cells', () => {
    const cell = fc.oneof(
      fc.constantFrom(
        '920',
        '1.234',
        '12,5',
        '03/04/2025',
        '2025-10-02',
        'agm',
        'P-1',
        'lower',
        '',
        '-',
        '2S2P',
        '=1',
        'x',
      ),
      fc.string({ maxLength: 6 }),
    );
    fc.assert(
      fc.property(
        fc.constantFrom<ImportKind>('units', 'batteries', 'results'),
        fc.array(
          fc.constantFrom('Unit', 'Yard', 'Bank', 'CCA', 'Fitted', 'Type', 'Serial', 'Date', 'OCV A', 'Temp F', 'x'),
          {
            minLength: 2,
            maxLength: 6,
          },
        ),
        fc.array(fc.array(cell, { minLength: 2, maxLength: 6 }), { minLength: 1, maxLength: 5 }),
        (kind, header, rows) => {
          const quoted = (own: string): string => `"${own.replaceAll('"', '""')}"`;
          const file = bytes([header, ...rows].map((row) => row.map(quoted).join(',')).join('\n'));
          const first = importAnswer(kind, file);
          expect(first.good).toBeLessThanOrEqual(first.rows);
          for (const { expected } of first.problems) expect(expected.trim()).not.toBe('');
          if (first.asked.length > 0 || first.problems.some(({ row }) => row === null)) return;
          const again = importAnswer(kind, file, first.map);
          expect({ ...again, map: null }).toEqual({ ...first, map: null });
        },
      ),
    );
  });
});
