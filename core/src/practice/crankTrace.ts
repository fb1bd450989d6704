import { crank } from '../circuit/crank';
import { buildMachine, type Machine, type MachineInput } from '../circuit/machine';
import { IDLE_RPM, restingPoint, standingLoadOhms, voltsBetween } from '../circuit/operatingPoint';
import { seededRandom, spread, type Random } from '../circuit/random';
import { rippleVolts } from '../circuit/ripple';
import { runEngine } from '../circuit/running';
import { IDEAL_INSTRUMENTS } from '../circuit/instrument';
import type { ScenarioFile } from '../circuit/scenarioFile';
import { VisitLog } from '../circuit/visitLog';
import { bankNodes } from '../circuit/wiring';

const PER_SECOND = 5000;
export const SAMPLE_INTERVAL_S = 1 / PER_SECOND;
const REST_S = 0.8;
const AFTER_S = 3;
/** Steps of the simulated crank in a second. */
const CRANK_PER_SECOND = 1000;
/** An engine turned slower than this does not start. */
const STARTS_RPM = 60;
/** Contacts that lose this much, ohm, are burnt, and let go again when they close. */
const BURNT_OHMS = 5e-4;
const BOUNCES = 3;
const BOUNCE_EVERY_S = 0.012;
const BOUNCE_S = 0.003;
const NOISE_VOLTS = 0.006;
const NOISE_AMPS = 1.5;
/** How an engine that fires brings the volts up, seconds. */
const RISE_S = 0.15;

/** Volts and amperes at a moment of the samples. */
type Moment = readonly [volts: number, amps: number];

const isBouncing = (sinceS: number, machine: Machine): boolean => {
  if (machine.contactOhms === 'open' || machine.contactOhms < BURNT_OHMS) return false;
  const turn = Math.floor(sinceS / BOUNCE_EVERY_S);
  const within = sinceS - turn * BOUNCE_EVERY_S;
  return turn < BOUNCES && within > 0.006 && within < 0.006 + BOUNCE_S;
};

/** Samples between those of the model, on a straight line. */
const between = (values: Float64Array, seconds: number): number => {
  const at = Math.max(0, Math.min(values.length - 1.001, seconds * CRANK_PER_SECOND));
  const [before, share] = [Math.floor(at), at % 1];
  return values[before]! * (1 - share) + values[before + 1]! * share;
};

/** The engine running after the crank: what the alternators give swings as their phases pass. */
const running = (machine: Machine): ((sinceS: number, restVolts: number) => Moment) => {
  const point = runEngine(
    machine,
    { engineRpm: IDLE_RPM, loadOhms: standingLoadOhms(machine), pileAmps: null },
    AFTER_S,
  );
  const { plus, minus } = bankNodes(machine);
  const volts = voltsBetween(point, plus, minus);
  const into = machine.batteries.reduce((sum, { position }) => sum - (point.amps[`battery ${position}`] ?? 0), 0);
  const strings = new Set(machine.unit.bank.batteries.map(({ string }) => string)).size;
  const given = (into * strings) / machine.batteries.length;
  const ripples = machine.alternatorsAt(IDLE_RPM).map((alternator) => ({
    volts: Math.SQRT2 * rippleVolts(point, alternator, 'bank'),
    amps: Math.SQRT2 * alternator.rippleShare * Math.max(0, point.amps[`alternator ${alternator.id}`] ?? 0),
    radians: 2 * Math.PI * ((alternator.rippleOrder * 6 * alternator.speedRpm) / 60),
  }));
  return (sinceS, restVolts) => {
    const rise = 1 - Math.exp(-sinceS / RISE_S);
    const swing = ripples.map(({ radians }) => Math.sin(radians * sinceS));
    return [
      restVolts +
        (volts - restVolts) * rise +
        ripples.reduce((sum, own, index) => sum + own.volts * swing[index]! * rise, 0),
      -given * rise + ripples.reduce((sum, own, index) => sum + own.amps * swing[index]! * rise, 0),
    ];
  };
};

const noisy = ([volts, amps]: Moment, random: Random): Moment => [
  volts + NOISE_VOLTS * spread(random),
  amps + NOISE_AMPS * spread(random),
];

/**
 * A crank of the simulated machine as an oscilloscope would write it: rest, the dip with its bounce, a hump a compression, and, when it
 * starts, the charge with its ripple.
 * @returns volts of the bank and amperes out of it, one pair a sample
 */
export const simulatedSamples = (input: MachineInput, seed: number): readonly Moment[] => {
  const random = seededRandom(seed);
  const resting = buildMachine(input);
  const { plus, minus } = bankNodes(resting);
  const restVolts = voltsBetween(restingPoint(resting), plus, minus);
  const machine = buildMachine(input);
  const result = crank(machine);
  const cranksS = result.seconds.length / CRANK_PER_SECOND;
  const fires = result.meanRpm >= STARTS_RPM;
  const after = fires ? running(machine) : (): Moment => [restVolts, 0];
  const momentAt = (seconds: number): Moment => {
    const since = seconds - REST_S;
    if (since < 0) return [restVolts, 0];
    if (since >= cranksS) return after(since - cranksS, restVolts);
    if (result.meanAmps > 0 && isBouncing(since, machine)) return [restVolts, 0];
    return [between(result.bankVolts, since), between(result.amps, since)];
  };
  return Array.from({ length: Math.round((REST_S + cranksS + AFTER_S) * PER_SECOND) }, (_, i) =>
    noisy(momentAt(i / PER_SECOND), random),
  );
};

/** The same of a scenario, before the machine is warm, as a file of samples. */
export const traceOfScenario = (scenario: ScenarioFile): string => {
  const samples = simulatedSamples(new VisitLog(scenario, IDEAL_INSTRUMENTS).input(0), scenario.seed);
  const lines = samples.map(
    ([volts, amps], i) => `${(i * SAMPLE_INTERVAL_S).toFixed(4)},${volts.toFixed(3)},${amps.toFixed(1)}`,
  );
  return `${['Time (s),Bank (V),Clamp (A)', ...lines].join('\n')}\n`;
};
