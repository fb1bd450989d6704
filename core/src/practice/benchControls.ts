import type { PilePlace } from '../circuit/wiring';

/** Everything a hand can set on the bench. */
export interface BenchControls {
  readonly key: 'off' | 'on' | 'start';
  /** False while starting is disabled: the engine turns and does not fire. */
  readonly fuel: boolean;
  readonly throttleRpm: number;
  readonly loads: boolean;
  readonly pileAt: PilePlace | null;
  /** 0 to 1. */
  readonly knob: number;
  readonly pileVolts: 12 | 24;
  /** Position of the battery whose cables are off. */
  readonly isolated: string | null;
  readonly red: string | null;
  readonly black: string | null;
  readonly meter: 'dc' | 'ac';
  /** Stretch or post the amps clamp goes round. */
  readonly clamp: string | null;
}

export const RESTING_CONTROLS: BenchControls = {
  key: 'off',
  fuel: true,
  throttleRpm: 650,
  loads: false,
  pileAt: null,
  knob: 0,
  pileVolts: 12,
  isolated: null,
  red: null,
  black: null,
  meter: 'dc',
  clamp: null,
};

/** Tools that are held to one battery at a time. */
export const BATTERY_TOOLS = ['hydrometer', 'conductance', 'thermometer'] as const;
export type BatteryTool = (typeof BATTERY_TOOLS)[number];

/** What hurts people or machines, each told once. */
export const DANGERS = [
  'pile-too-long',
  'crank-too-long',
  'load-on-frozen',
  'pile-made-under-load',
  'pile-of-wrong-volts',
  'cut-off-while-running',
  'lead-moved-while-cranking',
] as const;
export type Danger = (typeof DANGERS)[number];

/** What the bench shows at one moment. */
export interface BenchFrame {
  readonly seconds: number;
  readonly state: 'rest' | 'cranking' | 'running';
  readonly rpm: number;
  readonly meterVolts: number | null;
  readonly clampAmps: number | null;
  readonly pileGaugeAmps: number | null;
  readonly pileSeconds: number;
  readonly crankSeconds: number;
  readonly dangers: readonly Danger[];
}
