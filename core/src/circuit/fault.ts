import * as z from 'zod';
import { positionSchema } from '../unit/unit';

export const CABLES = ['starterPositive', 'starterGround', 'chargePositive', 'chargeGround', 'link'] as const;
export const cablePlaceSchema = z.enum(CABLES);
export type CablePlace = z.infer<typeof cablePlaceSchema>;

/** Joint points besides the battery posts. */
const FIXED = ['starter.B+', 'starter.ground', 'alternator.B+', 'alternator.ground', 'block.ground'] as const;
const jointPlaceSchema = z
  .string()
  .refine((text) => /^[A-F][+-]$/.test(text) || FIXED.some((joint) => joint === text), {
    error: `expected a joint: a post such as A+ or B-, or one of ${FIXED.join(', ')}`,
  });

/** @param unit of the figure; none where it is a share or so many times */
const positive = (most: number, unit: string | null = null) => {
  const behind = unit === null ? '' : ` ${unit}`;
  return z
    .number({ error: unit === null ? 'expected a number' : `expected a number in ${unit}` })
    .positive({ error: `expected more than 0${behind}` })
    .max(most, { error: `expected at most ${most}${behind}` });
};
const factor = positive(1000);
const milliohms = positive(1_000_000, 'mΩ');
const alternatorId = z.string().min(1);

/** A contact or wire that is resistive, or open. One of the two is stated. */
const resistiveOrOpen = { milliohms: milliohms.optional(), open: z.literal(true).optional() };
const starterPlace = z.literal('starter', { error: 'expected "starter"' });

const plainFaults = [
  z.strictObject({ kind: z.literal('battery.weak'), at: positionSchema, age: factor }),
  z.strictObject({ kind: z.literal('battery.sulphated'), at: positionSchema, age: factor.optional() }),
  z.strictObject({ kind: z.literal('battery.shorted-cell'), at: positionSchema }),
  z.strictObject({
    kind: z.literal('battery.flat'),
    at: positionSchema,
    stateOfChargePercent: z.number().min(0).max(100),
  }),
  z.strictObject({ kind: z.literal('battery.dirty-case'), at: positionSchema, volts: z.number().min(0).max(24) }),
  z.strictObject({ kind: z.literal('joint.resistive'), at: jointPlaceSchema, milliohms }),
  z.strictObject({ kind: z.literal('joint.intermittent'), at: jointPlaceSchema, milliohms }),
  z.strictObject({ kind: z.literal('cable.corroded'), at: cablePlaceSchema, factor }),
  z.strictObject({ kind: z.literal('cable.undersized'), at: cablePlaceSchema, areaMm2: positive(1000, 'mm²') }),
  z.strictObject({ kind: z.literal('starter.contacts'), at: starterPlace, ...resistiveOrOpen }),
  z.strictObject({ kind: z.literal('start.control-wire'), at: starterPlace, ...resistiveOrOpen }),
  z.strictObject({ kind: z.literal('start.magnetic-switch'), at: starterPlace, ...resistiveOrOpen }),
  z.strictObject({ kind: z.literal('starter.motor'), at: starterPlace, factor }),
  z.strictObject({
    kind: z.literal('engine.compression'),
    at: z
      .string()
      .regex(/^(?:[1-9]|1\d|2[0-4])$/, { error: 'expected the number of a cylinder in firing order, such as 4' }),
  }),
  z.strictObject({ kind: z.literal('belt.slips'), at: z.literal('drive'), factor: positive(1) }),
  z.strictObject({ kind: z.literal('alternator.weak'), at: alternatorId, factor: positive(1) }),
  z.strictObject({ kind: z.literal('alternator.phase-lost'), at: alternatorId }),
  z.strictObject({ kind: z.literal('alternator.diode-open'), at: alternatorId }),
  z.strictObject({ kind: z.literal('alternator.diode-shorted'), at: alternatorId }),
  z.strictObject({ kind: z.literal('alternator.sense-fuse'), at: alternatorId }),
  z.strictObject({ kind: z.literal('regulator.offset'), at: alternatorId, volts: z.number().min(-6).max(6) }),
  z.strictObject({ kind: z.literal('parasitic'), at: z.literal('bank'), amps: positive(200, 'A') }),
] as const;

/** One fault that is there all the time. */
export const plainFaultSchema = z.discriminatedUnion('kind', [...plainFaults]);
export type PlainFault = z.infer<typeof plainFaultSchema>;

export const faultSchema = z.discriminatedUnion('kind', [
  ...plainFaults,
  z.strictObject({
    kind: z.literal('comes-when-warm'),
    at: z.string().optional().describe('As the fault it wraps; may be left out'),
    fault: plainFaultSchema,
    afterMinutes: z.number().min(0).max(600),
  }),
]);
export type Fault = z.infer<typeof faultSchema>;
export type FaultKind = Fault['kind'];

/** Every kind of fault, for choosing one. */
export const FAULT_KINDS: readonly FaultKind[] = [
  ...plainFaults.map((schema) => schema.shape.kind.value),
  'comes-when-warm',
];

/** The faults that stand after the machine has been warm for so many minutes. */
export const faultsAfter = (faults: readonly Fault[], warmMinutes: number): PlainFault[] =>
  faults.flatMap((fault): PlainFault[] =>
    fault.kind !== 'comes-when-warm' ? [fault] : warmMinutes >= fault.afterMinutes ? [fault.fault] : [],
  );
