// Figures vary by machine: npm run bench prints them with their aims.
import { buildMachine, crank, judge, pilePoint, sourcesOf, wire } from '@vaktman/core';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { firstViewBytes } from '../firstView';
import { coldStartMs } from './coldStart';
import { judgeFleetSeconds } from './judgeFleet';
import { benchMachine } from './machine';
import { traceFigures } from './trace';
import { fourBatteryVisit, sixtyReadingVisit } from './visit';
import { listFigures } from './lists';
import { measureWatch } from './watch';

const root = process.cwd();
const say = (what: string, figure: string, aim: string): void =>
  console.log(`${what.padEnd(62)} ${figure.padStart(12)}   aim ${aim}`);

const quantile = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;

/** Milliseconds of each of `runs` calls after a warm-up, sorted. */
const timed = (runs: number, work: () => unknown): number[] => {
  for (let i = 0; i < runs; i++) work();
  return Array.from({ length: runs }, () => {
    const started = performance.now();
    work();
    return performance.now() - started;
  }).sort((a, b) => a - b);
};

/** Runs every measurement and prints it beside its aim. */
export const measure = async (): Promise<void> => {
  const four = fourBatteryVisit();
  const batteriesOnly = {
    ...four,
    readings: four.readings.filter(({ step }) => step === 'battery.openCircuit' || step === 'battery.load'),
  };
  say(
    `judge rest and load of four batteries, median`,
    `${quantile(
      timed(3000, () => judge(batteriesOnly)),
      0.5,
    ).toFixed(3)} ms`,
    'under 0.2 ms',
  );
  say(
    `judge a whole visit of ${four.readings.length} readings, median`,
    `${quantile(
      timed(3000, () => judge(four)),
      0.5,
    ).toFixed(3)} ms`,
    'none set',
  );
  const sixty = sixtyReadingVisit();
  say(
    'judge a visit of 60 readings, median',
    `${quantile(
      timed(3000, () => judge(sixty)),
      0.5,
    ).toFixed(3)} ms`,
    'under 0.5 ms',
  );

  say(
    `judge 40,000 visits of 5,000 units under another method, on every core`,
    `${(await judgeFleetSeconds(5000, false)).toFixed(2)} s`,
    'under 10 s',
  );
  say(
    `the same with the differences to how each was judged`,
    `${(await judgeFleetSeconds(5000, true)).toFixed(2)} s`,
    'none set',
  );

  const SAMPLES = 5_000_000;
  const trace = traceFigures(SAMPLES);
  say(
    `a trace of ${SAMPLES.toLocaleString('en')} samples parsed and understood`,
    `${trace.readS.toFixed(2)} s`,
    `1.5 x the next`,
  );
  say(`the same only parted into cells, by a common parser`, `${trace.commonS.toFixed(2)} s`, 'none set');
  say(`its picture of 2,000 pixels, a step of zoom`, `${trace.pictureMs.toFixed(1)} ms`, 'under 16 ms');

  const machine = buildMachine(benchMachine());
  const micros = (work: () => unknown): string => `${(1000 * quantile(timed(20_000, work), 0.5)).toFixed(1)} µs`;
  say(
    'one operating point of a 24 V bank of four, solved with every node, median',
    micros(() => pilePoint(machine)),
    'under 50 µs',
  );
  const attached = { cranking: false, loadOhms: null, pile: 'starter', alternators: false } as const;
  say(
    'its network wired and eliminated anew, once for each change in it',
    micros(() => wire(machine, attached, 0).reduce()),
    'none set',
  );
  const drawn = wire(machine, attached, 0).reduce();
  const sources = sourcesOf(machine, drawn, { seconds: 0, pileAmps: 500 });
  say(
    'the sources alone solved again, as a knob turns',
    micros(() => drawn.solve(sources)),
    'none set',
  );
  say(
    'a crank of 3 s in steps of 1 ms, built anew, median',
    `${quantile(
      timed(40, () => crank(buildMachine(benchMachine()))),
      0.5,
    ).toFixed(1)} ms`,
    'under 30 ms',
  );

  say(
    'coldest start of one unit, 2,000 draws, in a worker, median',
    `${(await coldStartMs()).toFixed(0)} ms`,
    'under 200 ms',
  );

  execFileSync(process.execPath, ['scripts/build.mjs'], { cwd: root, stdio: 'inherit' });
  const bytes = firstViewBytes(join(root, 'dist/web'));
  say('JavaScript of the first view, packed', `${(bytes / 1000).toFixed(0)} kB`, 'under 220 kB');

  const watch = await measureWatch(10_000);
  say('watch of 10,000 units served, p95', `${watch.servedP95Ms.toFixed(1)} ms`, 'under 50 ms');
  say('watch of 10,000 units drawn, data asked for to list on screen', `${watch.drawnMs.toFixed(0)} ms`, 'none set');
  say('JavaScript a new browser has asked for once all of it is there', `${watch.scriptKb.toFixed(0)} kB`, 'none set');
  say('a letter typed into the form of a unit', `${watch.letterMs.toFixed(1)} ms`, '< 33 ms');

  const lists = await listFigures();
  say('a unit list of 20,000 rows read and understood', `${lists.readS.toFixed(1)} s`, 'none set');
  say('and stored, units, batteries and their stays', `${lists.storedS.toFixed(1)} s`, 'both under 10 s');
  say(
    `a record of a million readings taken away, ${lists.sentMb.toFixed(0)} MB`,
    `${lists.sentS.toFixed(1)} s`,
    'none set',
  );
  say('how much the server grows meanwhile', `${lists.grownMb.toFixed(0)} MB`, 'constant');
};
