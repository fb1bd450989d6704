import { idOf } from '../quantity/id';
import * as z from 'zod';
import { wholeText } from '../quantity/text';
import { cableSchema } from '../quantity/cable';
import { ratingSchema } from '../quantity/rating';
import { limitOverridesSchema } from '../method/overrides';
import { ARRANGEMENTS, parseArrangement } from './arrangement';

/** Battery chemistries the method knows. */
export const CHEMISTRIES = ['flooded', 'efb', 'agm', 'gel'] as const;
export const chemistrySchema = z.enum(CHEMISTRIES);
export type Chemistry = z.infer<typeof chemistrySchema>;

export const isChemistry = (value: unknown): value is Chemistry => CHEMISTRIES.some((own) => own === value);
/** How they are called in words. */
export const CHEMISTRY_WORDS: Readonly<Record<Chemistry, string>> = {
  flooded: 'flooded',
  efb: 'EFB',
  agm: 'AGM',
  gel: 'gel',
};

export const DUTIES = ['truck', 'light'] as const;

export const positionSchema = z.string().regex(/^[A-F]$/, { error: 'expected a position letter from A to F' });
const ordinal = z.int().min(1).max(6);
const name = wholeText().trim().min(1, { error: 'expected some text' }).max(200);

export const batterySchema = z.strictObject({
  position: positionSchema,
  string: ordinal.describe('Batteries in series share one string'),
  set: ordinal.optional().describe('Batteries in one box or between the same two cables share one set'),
  chemistry: chemistrySchema,
  duty: z.enum(DUTIES),
  rating: ratingSchema.optional(),
  capacityAh: z.number().positive().max(2000).optional(),
  nominalVolts: z
    .union([z.literal(6), z.literal(12)], { error: 'expected 6 or 12 V for a battery' })
    .optional()
    .describe('12 when left out'),
  make: name.optional(),
  serial: name.optional(),
  fitted: z.iso.date({ error: 'expected a date such as 2025-10-02' }).optional(),
});
export type Battery = z.infer<typeof batterySchema>;

export const alternatorSchema = z.strictObject({
  id: name,
  ratedAmps: z.number().positive().max(1000).optional(),
  ground: z.enum(['case', 'stud']),
  remoteSense: z.boolean(),
  regulator: z.enum(['internal', 'external']).optional(),
});
export type Alternator = z.infer<typeof alternatorSchema>;

export const starterSchema = z.strictObject({
  ratedVolts: z.union([z.literal(12), z.literal(24)]),
  groundReturn: z.enum(['cable', 'block']),
  magneticSwitch: z.enum(['integrated', 'separate', 'none']),
});

export const cablesSchema = z.strictObject({
  starterPositive: cableSchema.optional(),
  starterGround: cableSchema.optional(),
  chargePositive: cableSchema.optional(),
  chargeGround: cableSchema.optional(),
  link: cableSchema.optional(),
});

/** Runs of cable that can be walked along, each from one end of a circuit to the other. */
export const RUNS = [
  'starterPositive',
  'starterNegative',
  'chargePositive',
  'chargeNegative',
  'field',
  'control',
] as const;
export type RunName = (typeof RUNS)[number];

/** A run by name; with several alternators the charging runs name theirs, such as `chargePositive.ALT1`. */
export const isRun = (key: string): boolean => {
  const [run = '', alternator] = key.split('.', 2);
  return RUNS.some((name) => name === run) && (alternator === undefined || run.startsWith('charge'));
};

const runsSchema = z.record(
  z.string().refine(isRun, { error: `expected one of ${RUNS.join(', ')}` }),
  z.array(name.max(60)).max(20),
);

const postSchema = (sign: '+' | '-') =>
  z.string().regex(sign === '+' ? /^[A-F]\+$/ : /^[A-F]-$/, { error: `expected a post such as A${sign}` });

/** Posts the mains sit on, one a box or string. */
export const takeOffSchema = z.strictObject({
  positive: z.array(postSchema('+')).min(1).max(6).optional(),
  negative: z.array(postSchema('-')).min(1).max(6).optional(),
});

/** Turns of an alternator for one of its engine where nobody said; rule of thumb. */
export const USUAL_BELT_RATIO = 2.8;
/** Cylinders of an engine where nobody said. */
export const USUAL_CYLINDERS = 6;
export const engineSchema = z.strictObject({
  cylinders: z.int().min(1).max(24).optional(),
  oil: z.enum(['15W', '10W', '5W', '0W']).optional(),
  beltRatio: z.number().positive().max(10).optional(),
});

export const bankSchema = z
  .strictObject({
    arrangement: z.enum(ARRANGEMENTS, {
      error: `expected one of ${ARRANGEMENTS.join(', ')}`,
    }),
    batteries: z.array(batterySchema).min(1).max(6),
  })
  .superRefine((bank, ctx) => {
    const { series, parallel } = parseArrangement(bank.arrangement);
    const count = series * parallel;
    if (bank.batteries.length !== count) {
      const found = bank.batteries.length;
      ctx.addIssue({
        code: 'custom',
        path: ['arrangement'],
        message: `${bank.arrangement} has ${count} batteries, but ${found} are listed`,
      });
      ctx.addIssue({
        code: 'custom',
        path: ['batteries'],
        message: `expected ${count} batteries for ${bank.arrangement}, received ${found}`,
      });
      return;
    }
    const letters = 'ABCDEF'.slice(0, count);
    const seen = new Set<string>();
    const inString = new Map<number, number>();
    bank.batteries.forEach((battery, index) => {
      if (seen.has(battery.position)) {
        ctx.addIssue({
          code: 'custom',
          path: ['batteries', index, 'position'],
          message: `position ${battery.position} is listed twice; expected each of ${letters} once`,
        });
      } else if (!letters.includes(battery.position)) {
        ctx.addIssue({
          code: 'custom',
          path: ['batteries', index, 'position'],
          message: `expected positions ${letters}, received ${battery.position}`,
        });
      }
      seen.add(battery.position);
      const members = (inString.get(battery.string) ?? 0) + 1;
      inString.set(battery.string, members);
      if (members > series) {
        ctx.addIssue({
          code: 'custom',
          path: ['batteries', index, 'string'],
          message: `expected ${series} in series for each string of ${bank.arrangement}, string ${battery.string} has more`,
        });
      }
    });
  });
export type Bank = z.infer<typeof bankSchema>;

/** The electrical description of one truck or machine. */
export const unitSchema = z
  .strictObject({
    id: idOf<'unit'>(name),
    description: wholeText().max(200),
    systemVolts: z.union([z.literal(12), z.literal(24)], { error: 'expected 12 or 24' }),
    bank: bankSchema,
    starter: starterSchema.optional(),
    alternators: z.array(alternatorSchema).max(4).optional(),
    cables: cablesSchema.optional(),
    runs: runsSchema.optional().describe('Named points between the ends of a run, in order'),
    takeOff: takeOffSchema.optional().describe('Posts the mains sit on'),
    memoryPower: z
      .enum(['needed', 'not-needed'])
      .optional()
      .describe('Whether modules lose what they know without power'),
    keyOffWaitMinutes: z
      .number()
      .nonnegative()
      .max(1440)
      .optional()
      .describe('To wait between key off and disconnecting'),
    engine: engineSchema.optional(),
    makerLimits: limitOverridesSchema
      .optional()
      .describe("Figures from the machine's own manual; they win over the method"),
  })
  .superRefine((unit, ctx) => {
    const { series } = parseArrangement(unit.bank.arrangement);
    const nominal = unit.bank.batteries[0]?.nominalVolts ?? 12;
    unit.bank.batteries.forEach((battery, index) => {
      if ((battery.nominalVolts ?? 12) !== nominal) {
        ctx.addIssue({
          code: 'custom',
          path: ['bank', 'batteries', index, 'nominalVolts'],
          message: `expected ${nominal} V like the first battery, received ${battery.nominalVolts ?? 12}`,
        });
      }
    });
    if (series * nominal !== unit.systemVolts) {
      const message = `${series} batteries of ${nominal} V in series give ${series * nominal} V, but the system is ${unit.systemVolts} V`;
      ctx.addIssue({ code: 'custom', path: ['bank', 'arrangement'], message });
      ctx.addIssue({ code: 'custom', path: ['systemVolts'], message });
    }
    const ids = new Set<string>();
    unit.alternators?.forEach((alternator, index) => {
      if (ids.has(alternator.id) || alternator.id === 'bank' || /^[A-F]$/.test(alternator.id)) {
        ctx.addIssue({
          code: 'custom',
          path: ['alternators', index, 'id'],
          message: `expected an id of its own, such as ALT${index + 1}, received ${alternator.id}`,
        });
      }
      ids.add(alternator.id);
    });
  });
export type Unit = z.infer<typeof unitSchema>;
