// Reads a crank taken with an oscilloscope or a logging meter and says everything that is in it. See docs/file-formats.md.
import { MOST_TRACE_BYTES, TraceProblem, TraceReader, type TraceMachine } from '@vaktman/core';
import { createReadStream, statSync } from 'node:fs';
import { parseArgs } from 'node:util';

const USAGE = `Usage: npm run -s trace -- [--volts 12|24] [--cylinders N] [file.csv]
Without a file the trace is read from standard input.`;
const MOST_CYLINDERS = 24;

const problem = (...lines: string[]): never => {
  process.stderr.write(`${lines.join('\n')}\n`);
  process.exit(2);
};

const given = (() => {
  try {
    return parseArgs({
      allowPositionals: true,
      options: { volts: { type: 'string' }, cylinders: { type: 'string' }, help: { type: 'boolean' } },
    });
  } catch (error) {
    return problem(`$: ${error instanceof Error ? error.message : String(error)}`, USAGE);
  }
})();

const machineOf = ({ volts = '12', cylinders }: { volts?: string; cylinders?: string }): TraceMachine => {
  if (volts !== '12' && volts !== '24') return problem(`--volts: expected 12 or 24, received ${volts}`);
  const count = cylinders === undefined ? null : Number(cylinders);
  if (count !== null && !(Number.isInteger(count) && count >= 1 && count <= MOST_CYLINDERS))
    return problem(`--cylinders: expected a whole number from 1 to ${MOST_CYLINDERS}, received ${cylinders ?? ''}`);
  return { systemVolts: volts === '12' ? 12 : 24, cylinders: count };
};

if (given.values.help === true) {
  process.stdout.write(`${USAGE}\n`);
  process.exit(0);
}
const [file, ...more] = given.positionals;
if (more.length > 0) problem(`$: expected one file, received ${given.positionals.length}`, USAGE);
const name = file ?? 'standard input';
const reader = new TraceReader(machineOf(given.values));
try {
  if (file !== undefined && statSync(file).size > MOST_TRACE_BYTES)
    problem(`${name}: expected a file of at most ${MOST_TRACE_BYTES / 1e6} MB`);
  const stream = file === undefined ? process.stdin : createReadStream(file, { highWaterMark: 1 << 20 });
  for await (const chunk of stream) reader.push(chunk as Uint8Array);
  process.stdout.write(`${JSON.stringify(reader.end().answer, null, 2)}\n`);
} catch (error) {
  if (error instanceof TraceProblem) problem(`${name}: ${error.message}`);
  problem(`${name}: cannot be read: ${error instanceof Error ? error.message : String(error)}`);
}
