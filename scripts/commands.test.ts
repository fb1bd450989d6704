import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { madeCrank, traceText } from '../core/test/traceFixture';
import { schemaFiles } from './schemaFiles';

const root = join(import.meta.dirname, '..');
const fixture = (name: string): string => join(root, `core/fixtures/visits/${name}.visit.json`);
const runs = (script: string) => (args: string[], input?: string) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [script, ...args], {
    cwd: root,
    encoding: 'utf8',
    input: input ?? '',
  });
  return { status, stdout, stderr };
};
const judge = runs('scripts/judge.mjs');
const simulate = runs('scripts/simulate.mjs');
const trace = runs('scripts/trace.mjs');
const tryImport = runs('scripts/import.mjs');
interface Said {
  format: string;
  method: { profile: string };
  disposition: string;
  findings: { subject: string }[];
}

describe('the judge on the command line', () => {
  it('reads a file, or standard input, and answers the same', () => {
    const fromFile = judge([fixture('plough-one-weak-of-four')]);
    const fromInput = judge([], readFileSync(fixture('plough-one-weak-of-four'), 'utf8'));
    expect(fromFile).toEqual(fromInput);
    expect(fromFile).toMatchObject({ status: 0, stderr: '' });
    expect(JSON.parse(fromFile.stdout) as Said).toMatchObject({ format: 'vaktman-judgement', disposition: 'hold' });
  });
  it('says what is wrong by path, one line a problem, and nothing on standard output', () => {
    expect(judge([fixture('malformed-slipped-decimal')])).toEqual({
      status: 2,
      stdout: '',
      stderr: 'readings[2].lowestVolts: expected a number from -40 to 40 V, received 103.5\n',
    });
    expect(judge([], '{"format":')).toMatchObject({
      status: 2,
      stdout: '',
      stderr: expect.stringMatching(/^\$: not JSON/) as string,
    });
    expect(judge(['no-such-file.json'])).toMatchObject({ status: 2, stdout: '' });
  });
  it('judges under another method and explains in words', () => {
    expect(JSON.parse(judge(['--as', 'rested', fixture('plough-all-good')]).stdout) as Said).toMatchObject({
      method: { profile: 'rested' },
      disposition: 'unfinished',
    });
    expect(judge(['--explain', fixture('plough-all-good')]).stdout).toMatch(/^Method: Carbon pile, version \d+\./);
    expect(judge(['--as', 'moon', fixture('plough-all-good')])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('expected one of pile, rested, starter, conductance') as string,
    });
  });
});

describe('the judge, a visit a line', () => {
  const line = (name: string): string => JSON.stringify(JSON.parse(readFileSync(fixture(name), 'utf8')));
  it('answers each in order, a bad one with what is wrong, and goes on', () => {
    const input = [
      line('plough-all-good'),
      line('malformed-slipped-decimal'),
      '{"format":',
      line('plough-one-weak-of-four'),
    ];
    const { status, stdout, stderr } = judge(['--lines'], `${input.join('\n')}\n`);
    const [good, bad, broken, weak, ...more] = stdout.trim().split('\n');
    expect([status, stderr, more]).toEqual([0, '', []]);
    expect(JSON.parse(good!)).toEqual(JSON.parse(judge([fixture('plough-all-good')]).stdout));
    expect(JSON.parse(bad!)).toEqual({
      errors: ['readings[2].lowestVolts: expected a number from -40 to 40 V, received 103.5'],
    });
    expect((JSON.parse(broken!) as { errors: string[] }).errors[0]).toMatch(/^\$: not JSON/);
    expect(JSON.parse(weak!) as Said).toMatchObject({ disposition: 'hold' });
  });
  it('takes no file beside it', () =>
    expect(judge(['--lines', fixture('plough-all-good')])).toMatchObject({ status: 2, stdout: '' }));
});

describe('the simulated machine on the command line', () => {
  const { unit } = JSON.parse(readFileSync(fixture('plough-all-good'), 'utf8')) as { unit: object };
  const scenario = (more: object = {}): string =>
    JSON.stringify({
      format: 'vaktman-scenario',
      version: 1,
      unit,
      ambientC: -4,
      stateOfChargePercent: 95,
      seed: 7,
      faults: [{ kind: 'joint.resistive', at: 'starter.ground', milliohms: 3 }],
      ...more,
    });
  it('takes the machine through a visit that the judge reads and finds the hidden fault in, the same bytes each time', () => {
    const visit = simulate([], scenario());
    expect(visit).toMatchObject({ status: 0, stderr: '' });
    expect(simulate([], scenario()).stdout).toBe(visit.stdout);
    expect(simulate([], scenario({ seed: 8 })).stdout).not.toBe(visit.stdout);
    const judged = JSON.parse(judge([], visit.stdout).stdout) as Said;
    expect(judged.findings.map(({ subject }) => subject)).toContain('starter.ground');
  });
  it('writes the circuit of a moment for SPICE, and the volts of its nodes', () => {
    const folder = mkdtempSync(join(tmpdir(), 'vaktman-spice-'));
    try {
      const netlist = join(folder, 'out.cir');
      const answer = simulate(['--spice', netlist, '--at', 'crank'], scenario());
      expect(answer).toMatchObject({ status: 0, stderr: '' });
      const volts = JSON.parse(answer.stdout) as Record<string, number>;
      const said = spawnSync('ngspice', ['-b', netlist], { encoding: 'utf8' }).stdout.toLowerCase();
      for (const node of ['A+', 'starter.B+', 'starter.ground']) {
        const printed = said
          .split('\n')
          .map((line) => line.trim().split(/\s+/))
          .find(([name]) => name === node.toLowerCase() || name === `v(${node.toLowerCase()})`);
        expect(Number(printed?.at(-1)), `${node} in ${said}`).toBeCloseTo(volts[node]!, 3);
      }
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
  it('says what is wrong by path, and nothing on standard output', () => {
    expect(simulate([], scenario({ seed: 'seven' }))).toMatchObject({ status: 2, stdout: '' });
    expect(
      simulate([], scenario({ faults: [{ kind: 'joint.resistive', at: 'starter.cushion', milliohms: 3 }] })),
    ).toMatchObject({ status: 2, stdout: '', stderr: expect.stringMatching(/^faults\[0\]\.at: expected /) as string });
    expect(simulate(['--spice', '/tmp/never.cir', '--at', 'noon'], scenario())).toMatchObject({
      status: 2,
      stdout: '',
      stderr: expect.stringContaining('--at: expected one of rest') as string,
    });
  });
});

it.each(Object.entries(schemaFiles()))(
  'docs/%s is what the code checks with; write it anew with npm run schemas',
  (name, text) => expect(readFileSync(join(root, 'docs', name), 'utf8')).toBe(text),
);

describe('a trace on the command line', () => {
  const crank = traceText(madeCrank({ perSecond: 1000, k: 2 }), {
    delimiter: ';',
    decimal: ',',
    head: ['Zeit (s);Spannung (V);Strom (A)'],
  });
  it('is read from a file or from standard input, with everything that is in it', () => {
    const { status, stdout, stderr } = trace(['--volts', '24', '--cylinders', '6'], crank);
    expect([status, stderr]).toEqual([0, '']);
    const said = JSON.parse(stdout) as { format: string; figures: Record<string, number>; cylinders: unknown[] };
    expect(said.format).toBe('vaktman-trace');
    expect(said.figures['restVolts']).toBeCloseTo(25.2, 1);
    expect(said.cylinders).toHaveLength(6);
  });
  it('names line and column of what is wrong, and says nothing else', () => {
    const spoiled = crank.replace(/\n0,5;[^;]*;/, '\n0,5;loose;');
    expect(trace(['--volts', '24'], spoiled)).toEqual({
      status: 2,
      stdout: '',
      stderr: 'standard input: line 502, column 2: expected a number, received loose\n',
    });
  });
  it('refuses what it cannot read, and options it does not know', () => {
    expect(trace(['no-such-file.csv'])).toMatchObject({ status: 2, stdout: '' });
    expect(trace(['--volts', '48'], crank).stderr).toBe('--volts: expected 12 or 24, received 48\n');
    expect(trace(['--cylinders', '2.5'], crank).stderr).toMatch(/^--cylinders: expected a whole number from 1 to 24/);
    expect(trace([], '\u0000\u0001').stderr).toMatch(/line 1: expected a text file of samples/);
  });
});

describe('the import on the command line', () => {
  const folder = mkdtempSync(join(tmpdir(), 'vaktman-import-'));
  const file = (name: string, text: string): string => {
    const path = join(folder, name);
    writeFileSync(path, text);
    return path;
  };
  const units = file('units.csv', 'Unit,Yard,Bank,Chemistry\nP-1,Lower Yard,1S2P,agm\n');
  const dry = (...args: string[]) => tryImport(['--kind', 'units', '--dry-run', ...args]);
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  it('ends with 0 where nothing is wrong, with 1 where something is, and keeps nothing', () => {
    const good = dry(units);
    expect(good).toMatchObject({ status: 0, stderr: '' });
    expect(JSON.parse(good.stdout) as object).toMatchObject({ format: 'vaktman-import', good: 1 });
    const known = file('known.json', JSON.stringify({ format: 'vaktman-import-known', version: 1, yards: [] }));
    expect(dry(units, '--known', known).status).toBe(1);
  });
  it('takes its own map again', () => {
    const { map } = JSON.parse(dry(units).stdout) as { map: object };
    expect(dry(units, '--map', file('map.json', JSON.stringify(map))).stdout).toBe(dry(units).stdout);
  });
  it('says by path what is wrong with a map, an option or a file, with 2 and nothing on standard output', () => {
    const map = {
      format: 'vaktman-import-map',
      version: 1,
      kind: 'units',
      columns: [{ column: 1, field: 'unit.colour' }],
      hue: 1,
    };
    const first = dry(units, '--map', file('bad.json', JSON.stringify(map)));
    expect(first).toMatchObject({ status: 2, stdout: '' });
    expect(first.stderr).toMatch(/^hue: /);
    const second = dry(units, '--map', file('worse.json', JSON.stringify({ ...map, hue: undefined })));
    expect(second.stderr).toMatch(/^columns\[0\]\.field: /);
    expect(dry(join(folder, 'none.csv'))).toMatchObject({ status: 2, stdout: '' });
    expect(tryImport(['--kind', 'lorries', '--dry-run', units]).stderr).toMatch(/^--kind: /);
    expect(tryImport(['--kind', 'units', units]).stderr).toMatch(/^--dry-run: /);
  });
});
