import { describe, expect, it } from 'vitest';
import { MOST_PROBLEMS } from './answer';
import { importAnswer } from './importFile';
import { rowsToPutRight } from './rowsToPutRight';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const asFile = (rows: readonly (readonly string[])[]): Uint8Array =>
  bytes(rows.map((row) => row.map((cell) => `"${cell.replaceAll('"', '""')}"`).join(',')).join('\n'));

describe('rows to put right', () => {
  const GROUPED = [
    'Lower Yard fleet,,,,,,,',
    ',,,Battery A,,Battery B,,Alternator',
    'Unit,Yard,Bank,Serial,CCA,Serial,CCA,Amps',
    ',,,,EN,,EN,A',
    'P-1,x,1S2P,S1,900,S2,800,140',
    'P-2,x,1S2P,S3,900,S4,much,140',
  ].join('\n');
  it('stand below all that tells what the columns are: their groups and measures too', () => {
    const map = { format: 'vaktman-import-map', version: 1, constants: { 'battery.chemistry': 'agm' } } as const;
    const rows = rowsToPutRight('units', bytes(GROUPED), { ...map, kind: 'units' });
    expect(rows.map(([first]) => first)).toEqual(['', 'Unit', '', 'P-2']);
    const mended = rows.map((row) => row.map((cell) => (cell === 'much' ? '850' : cell)));
    const [unit] = importAnswer('units', asFile(mended), { ...map, kind: 'units' }).units as {
      unit: { bank: { batteries: unknown[] } };
    }[];
    expect(unit?.unit.bank.batteries[1]).toMatchObject({ serial: 'S4', rating: { value: 850, standard: 'EN' } });
  });
  it('have what stood once for several rows', () => {
    const file = 'Unit,Yard,Bank,Chemistry\nP-1,lower,1S1P,agm\nP-2,,1S1P,lead\nP-3,summit,1S1P,agm\n';
    expect(rowsToPutRight('units', bytes(file)).slice(1)).toEqual([['P-2', 'lower', '1S1P', 'lead']]);
  });
  it('are all there, also where more is wrong than is told', () => {
    const wrong = Array.from({ length: MOST_PROBLEMS + 5 }, (_, index) => `P-${index},lower,1S1P,lead`);
    const file = bytes(['Unit,Yard,Bank,Chemistry', ...wrong].join('\n'));
    expect(importAnswer('units', file)).toMatchObject({ moreProblems: 5, good: 0 });
    expect(rowsToPutRight('units', file)).toHaveLength(1 + wrong.length);
  });
  it('keep a number below nothing, and are nothing a spreadsheet computes', () => {
    const file = bytes(
      'Unit,Date,Temperature,OCV A,Remark,Colour\nP-1,2025-13-01,-4 °C,12.6,=1+1,-3\nP-1,2025-14-01,-4,12.6,- cmd|x!A0,+x\n',
    );
    expect(rowsToPutRight('results', file).slice(1)).toEqual([
      ['P-1', '2025-13-01', '-4 °C', '12.6', "'=1+1", '-3'],
      ['P-1', '2025-14-01', '-4', '12.6', "'- cmd|x!A0", "'+x"],
    ]);
  });
  it('are none of a file that is no list', () => {
    expect(rowsToPutRight('units', bytes('Unit,Yard\nX-1,"Lower'))).toEqual([]);
  });
});
