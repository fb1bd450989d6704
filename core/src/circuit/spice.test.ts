import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { randomMachine, unitOf } from '../../test/machineFixture';
import {
  buildMachine,
  crank,
  operatingPoint,
  spiceCrank,
  spiceOperatingPoint,
  type OperatingPointName,
} from '../index';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'vaktman-spice-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const runSpice = (netlist: string): string => {
  const file = join(folder, 'circuit.cir');
  writeFileSync(file, netlist);
  const run = spawnSync('ngspice', ['-b', file], { encoding: 'utf8', maxBuffer: 1e8 });
  if (run.error !== undefined) throw new Error('ngspice is not installed; npm test installs it from Debian.');
  return run.stdout;
};

/** Node volts of an operating point as SPICE prints them. */
const spiceVolts = (netlist: string): Map<string, number> => {
  const volts = new Map<string, number>();
  for (const line of runSpice(netlist).split('\n')) {
    const match = /^\s*(\S+)\s+(-?[\d.]+e[+-]\d+)\s*$/.exec(line);
    if (match !== null) volts.set(match[1]!, Number(match[2]));
  }
  return volts;
};

const MOMENTS: readonly OperatingPointName[] = ['rest', 'load:A', 'pile', 'crank', 'idle', 'output'];

describe('operating points against SPICE', () => {
  it.each(Array.from({ length: 36 }, (_, seed) => [seed, MOMENTS[seed % MOMENTS.length]!] as const))(
    'agree within 0.1 % at every node: machine %i at %s',
    (seed, at) => {
      const point = operatingPoint(randomMachine(seed), at);
      const volts = spiceVolts(spiceOperatingPoint(point, `machine ${seed} at ${at}`));
      for (const [node, own] of Object.entries(point.volts)) {
        if (node === point.network.network.reference) continue;
        const theirs = volts.get(node.toLowerCase());
        expect(theirs, `${node} is printed`).toBeDefined();
        // Nodes that stand next to nothing are compared on the scale of a millivolt.
        expect(Math.abs(theirs! - own), node).toBeLessThanOrEqual(0.001 * Math.max(Math.abs(own), 0.005));
      }
    },
  );
});

describe('cranks against SPICE', () => {
  it.each([
    ['1S4P', 20],
    ['1S2P', -10],
    ['2S1P', -15],
    ['2S2P', 5],
  ] as const)(
    '%s at %i °C: volts, amperes and speed stay within half a percent of full scale',
    (arrangement, celsius) => {
      const unit = unitOf(arrangement);
      const machine = () =>
        buildMachine({
          unit,
          celsius,
          stateOfChargePercent: Object.fromEntries(unit.bank.batteries.map(({ position }) => [position, 95])),
          faults: [],
        });
      const output = join(folder, 'crank.txt');
      runSpice(
        spiceCrank(machine(), 'crank').replace(
          '.end',
          `.control\nrun\nwrdata ${output} v(a+) i(vs_motor) v(speed)\nquit\n.endc\n.end`,
        ),
      );
      const own = crank(machine());
      const full = [unit.systemVolts * 1.06, Math.max(...own.amps), Math.max(...own.rpm)];
      const at = (series: Float64Array, seconds: number): number => {
        const index = Math.min(series.length - 2, Math.floor(seconds * 1000));
        return series[index]! + (series[index + 1]! - series[index]!) * (seconds * 1000 - index);
      };
      let compared = 0;
      for (const line of readFileSync(output, 'utf8').split('\n')) {
        const [seconds, volts, , amps, , speed] = line.trim().split(/\s+/).map(Number);
        // From the third millisecond on: before, the current jumps within one step.
        if (seconds === undefined || !(seconds > 0.003)) continue;
        const differences = [
          Math.abs(at(own.bankVolts, seconds) - volts!) / full[0]!,
          Math.abs(at(own.amps, seconds) - amps!) / full[1]!,
          Math.abs(at(own.rpm, seconds) - (speed! * 30) / Math.PI) / full[2]!,
        ];
        expect(Math.max(...differences), `after ${seconds} s`).toBeLessThanOrEqual(0.005);
        compared += 1;
      }
      expect(compared).toBeGreaterThan(1000);
    },
  );
});
