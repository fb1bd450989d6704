// Runs a simulated machine through a visit, or writes its circuit for SPICE. See docs/file-formats.md.
import {
  chargeByPosition,
  operatingPoint,
  parseScenarioText,
  positions,
  simulateVisit,
  spiceOperatingPoint,
  visitText,
  type OperatingPointName,
  type ScenarioFile,
  faultsAfter,
} from '@vaktman/core';
import { readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';

const USAGE = `Usage: npm run -s simulate -- [--ideal] [scenario.json]
       npm run -s simulate -- scenario.json --spice out.cir --at rest|load:A|pile|crank|idle|output
Without a file the scenario is read from standard input.`;

const problem = (...lines: string[]): never => {
  process.stderr.write(`${lines.join('\n')}\n`);
  process.exit(2);
};

const read = (file: string | undefined): string => {
  try {
    return readFileSync(file ?? 0, 'utf8');
  } catch (error) {
    return problem(
      `$: ${file ?? 'standard input'} cannot be read: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
};

const momentOf = (scenario: ScenarioFile, at: string | undefined): OperatingPointName => {
  const known: readonly OperatingPointName[] = [
    'rest',
    ...positions(scenario.unit).map((position): OperatingPointName => `load:${position}`),
    'pile',
    'crank',
    'idle',
    'output',
  ];
  return (
    known.find((name) => name === at) ??
    problem(`--at: expected one of ${known.join(', ')}, received ${at ?? 'nothing'}`)
  );
};

const argumentsGiven = () => {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        ideal: { type: 'boolean' },
        spice: { type: 'string' },
        at: { type: 'string' },
        help: { type: 'boolean' },
      },
    });
  } catch (error) {
    return problem(error instanceof Error ? error.message : String(error), USAGE);
  }
};

const { values, positionals } = argumentsGiven();
if (values.help === true) {
  process.stdout.write(`${USAGE}\n`);
} else {
  if (positionals.length > 1) problem(`$: expected one scenario, received ${positionals.length}`, USAGE);
  if (values.at !== undefined && values.spice === undefined)
    problem('--spice: missing, expected the netlist to write with --at');
  const parsed = parseScenarioText(read(positionals[0]));
  if (!parsed.ok) problem(...parsed.problems.map(({ path, message }) => `${path}: ${message}`));
  else if (values.spice === undefined) {
    process.stdout.write(visitText(simulateVisit(parsed.value, values.ideal === true)));
  } else {
    const scenario = parsed.value;
    const at = momentOf(scenario, values.at);
    const point = operatingPoint(
      {
        unit: scenario.unit,
        celsius: scenario.ambientC,
        stateOfChargePercent: chargeByPosition(scenario),
        faults: faultsAfter(scenario.faults, Infinity),
      },
      at,
    );
    try {
      writeFileSync(values.spice, spiceOperatingPoint(point, `${scenario.unit.id} at ${at}`));
    } catch (error) {
      problem(`--spice: ${values.spice} cannot be written: ${error instanceof Error ? error.message : String(error)}`);
    }
    process.stdout.write(`${JSON.stringify(point.volts, null, 2)}\n`);
  }
}
