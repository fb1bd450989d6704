import {
  Bench,
  debrief,
  faultsAfter,
  simulateVisit,
  type BenchControls,
  type BatteryTool,
  type BenchFrame,
  type Debrief,
  type DebriefInput,
  type Fault,
  type Reading,
  traceOfScenario,
  type ScenarioFile,
} from '@vaktman/core';
import { expose } from 'comlink';

/** A machine on the bench, in a thread of its own: thirty times a second it is solved anew. */
class BenchWorker {
  #bench: Bench | null = null;
  #faults: readonly Fault[] = [];
  #warmMinutes = 0;
  #readings: { readonly key: string; readonly readings: readonly Reading[] } | null = null;

  start(input: DebriefInput): void {
    this.#faults = input.faults;
    this.#warmMinutes = 0;
    this.#bench = new Bench(
      {
        unit: input.unit,
        celsius: input.ambientC,
        stateOfChargePercent: input.stateOfChargePercent,
        faults: faultsAfter(input.faults, 0),
      },
      input.seed,
    );
  }
  /** Takes faults away, such as after a repair. */
  repair(faults: readonly Fault[]): void {
    this.#faults = faults;
    this.#bench?.setFaults(faultsAfter(faults, this.#warmMinutes));
  }
  set(controls: BenchControls): void {
    this.#bench?.set(controls);
  }
  zeroClamp(): void {
    this.#bench?.zeroClamp();
  }
  tool(tool: BatteryTool, position: string): string | null {
    return this.#bench?.tool(tool, position) ?? null;
  }
  /** Lets time pass; long waits go in larger steps. */
  frame(seconds: number): BenchFrame | null {
    const bench = this.#bench;
    if (bench === null) return null;
    const frame = bench.advance(seconds);
    const warm = bench.warmSeconds / 60;
    const comes = (minutes: number): number => faultsAfter(this.#faults, minutes).length;
    if (comes(warm) !== comes(this.#warmMinutes)) bench.setFaults(faultsAfter(this.#faults, warm));
    this.#warmMinutes = warm;
    return frame;
  }
  wait(seconds: number, step: number): BenchFrame | null {
    let frame: BenchFrame | null = null;
    for (let passed = 0; passed < seconds; passed += step) frame = this.frame(step);
    return frame;
  }
  debrief(input: DebriefInput): Debrief {
    return debrief(input);
  }
  /** A crank of a simulated machine as an oscilloscope writes it. */
  trace(scenario: ScenarioFile): string {
    return traceOfScenario(scenario);
  }
  /** What the instruments show at a step and point of a simulated machine; null where nothing is read there. */
  reading(scenario: ScenarioFile, step: string, point: string, way: string | null): Reading | null {
    const key = JSON.stringify(scenario);
    if (this.#readings?.key !== key) this.#readings = { key, readings: simulateVisit(scenario).readings };
    return (
      this.#readings.readings.findLast(
        (reading) =>
          reading.step === step &&
          reading.point === point &&
          (way === null || !('by' in reading) || reading.by === way),
      ) ?? null
    );
  }
}
export type { BenchWorker };

expose(new BenchWorker());
