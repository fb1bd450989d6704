import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { schemaFiles } from './schemaFiles';

const root = join(import.meta.dirname, '..');
const fixture = (name: string): string => join(root, `core/fixtures/visits/${name}.visit.json`);
const judge = (args: string[], input?: string) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['scripts/judge.mjs', ...args], {
    cwd: root,
    encoding: 'utf8',
    input: input ?? '',
  });
  return { status, stdout, stderr };
};
interface Said {
  format: string;
  method: { profile: string };
  disposition: string;
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
    expect(judge(['--explain', fixture('plough-all-good')]).stdout).toMatch(/^Method: Carbon pile, version 1\./);
    expect(judge(['--as', 'moon', fixture('plough-all-good')])).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('expected one of pile, rested, starter, conductance') as string,
    });
  });
});

it.each(Object.entries(schemaFiles()))(
  'docs/%s is what the code checks with; write it anew with npm run schemas',
  (name, text) => expect(readFileSync(join(root, 'docs', name), 'utf8')).toBe(text),
);
