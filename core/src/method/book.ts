import type { KeptMethod } from './kept';
import { LIMITS, type ChargeDropRule, type LimitName, type StarterDropRule } from './limit';
import type { LimitDefinition } from './limitDefinition';
import type { LimitOverrides } from './overrides';
import { PROFILES, type ProfileName } from './profile';

/** Who stated the figure that judged. */
export type LimitOrigin = 'maker' | 'visit' | 'profile';

/** One limit as it applies here: the figure and who stated it. */
export interface AppliedLimit {
  readonly name: LimitName;
  readonly value: number;
  readonly from: LimitOrigin;
}

/** The limits of one visit: maker's figure first, then the visit's own, then the method's. */
export interface LimitBook {
  readonly profile: ProfileName;
  readonly version: number;
  readonly systemFactor: number;
  readonly starterDropRule: StarterDropRule;
  readonly chargeDropRule: ChargeDropRule;
  /**
   * The limit by name. A maker's figure is taken as read on the unit; the others are per 12 V and are scaled.
   * @param batteryFactor nominal volts of the battery / 12, for limits that grow with the battery
   */
  readonly get: (name: LimitName, batteryFactor?: number) => AppliedLimit;
}

/**
 * Resolves every limit for a visit.
 * @param systemVolts 12 or 24
 * @param makerLimits figures from the unit's own manual; never scaled
 * @param visitLimits figures chosen for this visit; per 12 V
 * @param kept what the method said when the visit was opened; as it stands now when left out
 */
export const limitBook = (
  profileName: ProfileName,
  systemVolts: number,
  makerLimits: LimitOverrides = {},
  visitLimits: LimitOverrides = {},
  kept?: KeptMethod,
): LimitBook => {
  const profile = PROFILES[profileName];
  const systemFactor = systemVolts / 12;
  const resolve = (name: LimitName, batteryFactor: number): AppliedLimit => {
    const maker = makerLimits[name];
    if (maker !== undefined) return { name, value: maker, from: 'maker' };
    const { scale, value: usual, value24 }: LimitDefinition = LIMITS[name];
    const factor = scale === 'system' ? systemFactor : scale === 'battery' ? batteryFactor : 1;
    const own = visitLimits[name];
    if (own !== undefined) return { name, value: own * factor, from: 'visit' };
    const atThisVoltage = value24 !== undefined && systemFactor === 2 ? value24 : usual;
    const stated = kept?.limits[name] ?? profile.limits[name];
    // What was kept of a figure that is no multiple is the one for 12 V; its fellow is the method's.
    const value = value24 !== undefined && stated === usual ? atThisVoltage : (stated ?? atThisVoltage);
    return { name, value: value * factor, from: 'profile' };
  };
  const resolved = new Map<LimitName, AppliedLimit>();
  return {
    profile: profileName,
    version: kept?.version ?? profile.version,
    systemFactor,
    starterDropRule:
      makerLimits.starterDropRule ?? visitLimits.starterDropRule ?? kept?.starterDropRule ?? profile.starterDropRule,
    chargeDropRule:
      makerLimits.chargeDropRule ?? visitLimits.chargeDropRule ?? kept?.chargeDropRule ?? profile.chargeDropRule,
    get: (name, batteryFactor = 1) => {
      if (batteryFactor !== 1) return resolve(name, batteryFactor);
      let limit = resolved.get(name);
      if (limit === undefined) {
        limit = resolve(name, 1);
        resolved.set(name, limit);
      }
      return limit;
    },
  };
};
