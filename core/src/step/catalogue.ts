import * as z from 'zod';
import { latest, type JudgeableVisit, type VisitFacts } from '../judging/facts';
import type { Leads } from '../judging/leads';
import type { ReadingSchema } from '../judging/readingBase';
import type { MainValue, StepRecord, Way } from '../judging/stepRecord';
import type { Unit } from '../unit/unit';
import { caseLeak } from './battery/caseLeak';
import { conductance } from './battery/conductance';
import { drain, drainCircuit } from './battery/drain';
import { fixedLoad } from './battery/fixedLoad';
import { hydrometer } from './battery/hydrometer';
import { load } from './battery/loadTest';
import { milliohm } from './battery/milliohm';
import { openCircuit } from './battery/openCircuit';
import { starterLoad } from './battery/starterLoad';
import { tester } from './battery/tester';
import { chargeDrop } from './charging/chargeDrop';
import { field } from './charging/field';
import { fullField } from './charging/fullField';
import { idle } from './charging/idle';
import { output } from './charging/output';
import { recharge } from './charging/recharge';
import { regulator } from './charging/regulator';
import { ripple } from './charging/ripple';
import { rise } from './charging/rise';
import { runningVolts } from './charging/runningVolts';
import { standing } from './charging/standing';
import { alternatorLook } from './look/alternatorLook';
import { belt } from './look/belt';
import { caseLook } from './look/caseLook';
import { eye } from './look/eye';
import { fuse } from './look/fuse';
import { headlamps } from './look/headlamps';
import { jointLook } from './look/jointLook';
import { lamp } from './look/lamp';
import { runVolts } from './run/runVolts';
import { control } from './starting/control';
import { crankVolts } from './starting/crankVolts';
import { joint } from './starting/joint';
import { ladder } from './starting/ladder';
import { link } from './starting/link';
import { motor } from './starting/motor';
import { solenoid } from './starting/solenoid';
import { starterDrop } from './starting/starterDrop';
import { switchContacts } from './starting/switchContacts';
import { trace } from './starting/traceStep';
import { walkStep } from './starting/walkStep';

/** Every test, in the order practitioners take them. Adding one here is all the rest of the program asks for. */
const RECORDS = [
  belt,
  alternatorLook,
  caseLook,
  jointLook,
  lamp,
  headlamps,
  eye,
  fuse,
  openCircuit,
  hydrometer,
  caseLeak,
  conductance,
  tester,
  milliohm,
  fixedLoad,
  load,
  starterLoad,
  trace,
  drain,
  drainCircuit,
  crankVolts,
  link,
  starterDrop,
  joint,
  runVolts,
  solenoid,
  motor,
  control,
  switchContacts,
  walkStep,
  standing,
  runningVolts,
  idle,
  rise,
  chargeDrop,
  output,
  recharge,
  ripple,
  field,
  fullField,
  regulator,
] as const;

/** Tests nobody reads: they are added up from what was read. */
export const DERIVED = [ladder] as const;

type SchemasOf<Records extends readonly { readonly schema: ReadingSchema }[]> = {
  -readonly [Index in keyof Records]: Records[Index]['schema'];
};

/** One reading of any step. Facts: taken once, kept for good, judged anew whenever asked. */
export const readingSchema = z.discriminatedUnion(
  'step',
  RECORDS.map(({ schema }) => schema) as SchemasOf<typeof RECORDS>,
);
export type Reading = z.infer<typeof readingSchema>;
export type ReadStep = Reading['step'];
export type ReadingAt<Step extends ReadStep> = Extract<Reading, { step: Step }>;

/** Every step that is judged: those that are read, and those that are added up from readings. */
export type JudgedStep = ReadStep | (typeof DERIVED)[number]['step'];

/** What a visit consists of, for judging; a visit file has it all. */
export type Judgeable = JudgeableVisit<Reading>;

/** The record of a step as those see it who know no step by name. */
export type StepEntry = Omit<StepRecord, 'step'> & { readonly step: ReadStep };

/** Every step of a visit, in the order practitioners take them. */
export const CATALOGUE = RECORDS as readonly unknown[] as readonly StepEntry[];

const BY_STEP: ReadonlyMap<string, StepEntry> = new Map(CATALOGUE.map((entry) => [entry.step, entry]));

/** @throws {RangeError} when there is no such step */
export const stepEntry = (step: string): StepEntry => {
  const entry = BY_STEP.get(step);
  if (entry === undefined) throw new RangeError(`No step "${step}" in the catalogue.`);
  return entry;
};

/** Whether a step can be taken at a point of a unit. */
export const hasPoint = (step: ReadStep, unit: Unit, point: string): boolean => {
  const { points, takes } = stepEntry(step);
  return points(unit).includes(point) || takes?.at(unit, point) === true;
};

export const stepTitle = (step: JudgedStep): string =>
  DERIVED.find((derived) => derived.step === step)?.title ?? stepEntry(step).title;

/** What a reading says, in one line with units, as a record prints it. */
export const readingText = (reading: Reading): string => stepEntry(reading.step).words(reading);

/** The one number of a reading that is held against its limit, for comparing before with after; null where there is none. */
export const mainValue = (reading: Reading): MainValue | null => {
  const { value } = stepEntry(reading.step);
  if (value !== undefined) return value(reading);
  return 'volts' in reading && reading.volts !== undefined ? { value: reading.volts, unit: 'V' } : null;
};

/** Where the probes go on this unit for a step at a point. */
export const leadsFor = (unit: Unit, step: ReadStep, point: string, way: Way = 'pile'): Leads =>
  stepEntry(step).leads(unit, point, way);

/** The reading that counts at a step and point, or null. */
export const currentAt = <Step extends ReadStep>(facts: VisitFacts, step: Step, point: string) =>
  latest(facts, stepEntry(step).schema, point) as ReadingAt<Step> | null;
