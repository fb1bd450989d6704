import type { UnitDetail } from '@vaktman/contract';
import { limitBook, PILE_REFERENCE_AMPS, type LimitOverrides, type ProfileName } from '@vaktman/core';

/** What cables, alternators and recharge current are measured against. */
export interface TrendLimits {
  /** Both sides of the starter cables together at their limit, milliohms. */
  readonly dropSumMilliohm: number;
  readonly rechargeAmps: number;
  /** Output of an alternator, percent of its plate. */
  readonly outputPercent: number;
}

/** What cables, alternators and recharge current are measured against, by a method, the shop's own limits for its class, and what the maker says. */
export const trendLimits = (
  { bank, systemVolts, makerLimits }: UnitDetail['unit'],
  profile: ProfileName,
  own: LimitOverrides,
): TrendLimits => {
  const limits = limitBook(profile, systemVolts, makerLimits, own);
  const isSet = new Set(bank.batteries.map(({ set }) => set)).size === 1 && bank.batteries[0]?.set !== undefined;
  return {
    dropSumMilliohm: (1000 * limits.get('starterDropSumVolts').value) / PILE_REFERENCE_AMPS,
    rechargeAmps: limits.get(isSet ? 'rechargeSetAmps' : 'rechargeBankAmps').value,
    outputPercent: limits.get('outputFailPercent').value,
  };
};
