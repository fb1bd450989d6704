import * as z from 'zod';
import {
  CHARGE_DROP_RULES,
  LIMIT_NAMES,
  LIMITS,
  STARTER_DROP_RULES,
  type ChargeDropRule,
  type LimitName,
  type StarterDropRule,
} from './limit';

/** Limits stated by name: a maker's figures for a unit, or a visit's own. An unknown name is an error. */
export type LimitOverrides = Partial<Record<LimitName, number>> & {
  starterDropRule?: StarterDropRule | undefined;
  chargeDropRule?: ChargeDropRule | undefined;
};

const shape = Object.fromEntries(
  LIMIT_NAMES.map((name) => [
    name,
    z
      .number({ error: `expected a number in ${LIMITS[name].unit}` })
      .nonnegative({ error: `expected a number in ${LIMITS[name].unit}, not negative` })
      .optional(),
  ]),
) as Record<LimitName, z.ZodOptional<z.ZodNumber>>;

export const limitOverridesSchema = z.strictObject({
  ...shape,
  starterDropRule: z.enum(STARTER_DROP_RULES).optional(),
  chargeDropRule: z.enum(CHARGE_DROP_RULES).optional(),
});
