import * as z from 'zod';
import { CHARGE_DROP_RULES, LIMIT_NAMES, LIMITS, STARTER_DROP_RULES } from './limit';
import { PROFILES, type ProfileName } from './profile';

/** What a method said at one moment: its version, every limit per 12 V, and its way to measure the starter and charging cables. */
export const keptMethodSchema = z.strictObject({
  version: z.int().positive(),
  limits: z.record(z.string().max(60), z.number()),
  starterDropRule: z.enum(STARTER_DROP_RULES),
  chargeDropRule: z.enum(CHARGE_DROP_RULES).optional(),
});
export type KeptMethod = z.infer<typeof keptMethodSchema>;

/** The method as it stands now, to be kept with a visit, so that a later change of a figure does not judge it anew. */
export const keptMethod = (profileName: ProfileName): KeptMethod => {
  const { version, limits, starterDropRule, chargeDropRule } = PROFILES[profileName];
  return {
    version,
    limits: Object.fromEntries(LIMIT_NAMES.map((name) => [name, limits[name] ?? LIMITS[name].value])),
    starterDropRule,
    chargeDropRule,
  };
};
