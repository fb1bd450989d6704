/** How a limit grows with the machine: not at all, with system volts / 12, or with the battery's nominal volts / 12. */
export type LimitScale = 'none' | 'system' | 'battery';

/** Where a figure comes from. */
export type LimitSource = 'physics' | 'published chart' | 'rule of thumb';

export interface LimitDefinition {
  readonly value: number;
  readonly unit: 'V' | 'A' | '%' | 'SG' | 's' | 'h' | 'min' | 'mΩ' | 'rpm' | 'months' | 'ratio' | 'times';
  readonly kind: 'min' | 'max';
  readonly scale: LimitScale;
  readonly reason: string;
  readonly source: LimitSource;
  /** The figure at 24 V where it is no multiple; one that is stated holds at 12 and 24 V alike. */
  readonly value24?: number;
}

/** @param value as the default method has it, per 12 V where it grows with the machine */
export const limit = (
  value: number,
  unit: LimitDefinition['unit'],
  kind: LimitDefinition['kind'],
  scale: LimitScale,
  source: LimitSource,
  reason: string,
): LimitDefinition => ({ value, unit, kind, scale, source, reason });
