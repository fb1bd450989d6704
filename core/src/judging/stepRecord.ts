import type * as z from 'zod';
import type { FeedQuantity } from '../capture/feedLine';
import type { Unit } from '../unit/unit';
import type { Leads } from './leads';
import type { ReadingSchema } from './readingBase';
import type { Blocked, JudgedOutcome, Scene } from './scene';
import type { Outcome } from './verdict';

/** The parts of a visit, in the order of the work; each guards the next. */
export const STAGES = ['look', 'batteries', 'starting', 'charging'] as const;
export type Stage = (typeof STAGES)[number];

/** The one number of a reading that is held against its limit. */
export interface MainValue {
  readonly value: number;
  readonly unit: 'V' | 'A';
}

/** How volts over a cable are brought about. */
export type Way = 'pile' | 'crank';

/** One test: everything the rest of the program knows of it. */
export interface StepRecord<Schema extends ReadingSchema = ReadingSchema> {
  readonly step: z.infer<Schema>['step'];
  readonly stage: Stage;
  readonly title: string;
  /** Minutes of hands it takes at one point, waits aside: a rule of thumb for one who has done it before. */
  readonly minutes: number;
  /** How many people it takes; two where one cranks or works a switch while the other reads. */
  readonly hands: 1 | 2;
  /** What an instrument that is listened to can fill in of it. */
  readonly fedBy?: readonly FeedQuantity[];
  readonly schema: Schema;
  /** The points it can be taken at on a unit, in order. */
  points(unit: Unit): readonly string[];
  /** Points beyond those that can be listed, in words and as a rule. */
  readonly takes?: { readonly what: string; readonly at: (unit: Unit, point: string) => boolean };
  /** What is wrong with a reading whose fields are each well-formed: a field its point, or this unit, does not take. */
  problem?(reading: z.infer<Schema>, unit: Unit): { readonly path: string; readonly message: string } | null;
  /** Null when nothing is judged of it on this unit. */
  judge(reading: z.infer<Schema>, scene: Scene): Outcome | null;
  /** True when nothing but the reading decides, so that one that was retaken stands as it was. */
  readonly restsOnItself?: boolean;
  /** What stands in where it was not read, by point. */
  readonly standIns?: Readonly<Record<string, (scene: Scene) => JudgedOutcome | null>>;
  /** What a reading says, in one line with units, as a record prints it. */
  words(reading: z.infer<Schema>): string;
  /** The number that compares before with after; the volts when left out, and there are any. */
  value?(reading: z.infer<Schema>): MainValue | null;
  /** Where meter, clamp and pile go. */
  leads(unit: Unit, point: string, way: Way): Leads;
  /** Points at which a visit owes it, as far as the readings do not excuse it. */
  owes?(scene: Scene): readonly string[];
  /** How the method asks for it, after its name. */
  asks?(scene: Scene): string;
  /** What stops it from meaning anything now, or null. */
  blocked?(scene: Scene, point: string): Blocked | null;
  /** What keeps the product from starting it, beyond what blocks it. */
  refused?(scene: Scene, point: string): Blocked | null;
  /** Seconds of cranking it costs at a point, read that way. */
  crankSeconds?(taken: Pick<z.infer<Schema>, 'point'> & Partial<z.infer<Schema>>): number;
  /** Whether a reading tells that the engine ran or started. */
  tellsOfRunning?(reading: z.infer<Schema>): boolean;
}

/** A record from its schema and the rest; its name is the schema's. */
export const stepRecord = <Schema extends ReadingSchema>(
  schema: Schema,
  rest: Omit<StepRecord<Schema>, 'step' | 'schema'>,
): StepRecord<Schema> => ({ ...rest, schema, step: schema.shape.step.value });

/** Points that do not depend on the unit. */
export const fixed =
  (...points: readonly string[]) =>
  (): readonly string[] =>
    points;
