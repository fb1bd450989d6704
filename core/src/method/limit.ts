/** How a limit grows with the machine: not at all, with system volts / 12, or with the battery's nominal volts / 12. */
export type LimitScale = 'none' | 'system' | 'battery';

/** Where a figure comes from. */
export type LimitSource = 'physics' | 'published chart' | 'rule of thumb';

export interface LimitDefinition {
  readonly value: number;
  readonly unit: 'V' | 'A' | '%' | 'SG' | 's' | 'h' | 'rpm' | 'months' | 'ratio';
  readonly kind: 'min' | 'max';
  readonly scale: LimitScale;
  readonly reason: string;
  readonly source: LimitSource;
}

const limit = (
  value: number,
  unit: LimitDefinition['unit'],
  kind: LimitDefinition['kind'],
  scale: LimitScale,
  source: LimitSource,
  reason: string,
): LimitDefinition => ({ value, unit, kind, scale, source, reason });

/**
 * Every number that decides a verdict, per 12 V, as the default method uses it. Other methods state only what they
 * change. The order is the order of the visit.
 */
export const LIMITS = {
  deadCellVolts: limit(
    10.5,
    'V',
    'min',
    'battery',
    'physics',
    'Five sound cells of six rest here: one cell gives nothing.',
  ),
  fiveCellVolts: limit(
    11.4,
    'V',
    'min',
    'battery',
    'physics',
    'A charged battery with one shorted cell rests near 10.7 V, under this.',
  ),
  gateVolts: limit(
    12.4,
    'V',
    'min',
    'battery',
    'rule of thumb',
    'Under this a load test judges the charge, not the battery.',
  ),
  gateAgmVolts: limit(
    12.4,
    'V',
    'min',
    'battery',
    'rule of thumb',
    'The same gate for absorbed-glass-mat and gel batteries.',
  ),
  gateRestHours: limit(
    0,
    'h',
    'min',
    'none',
    'rule of thumb',
    'Hours of rest asked for before the volts count; none once surface charge is stripped.',
  ),
  surfaceChargeVolts: limit(
    12.6,
    'V',
    'max',
    'battery',
    'rule of thumb',
    'Above this an unstripped reading is flattered by surface charge.',
  ),
  surfaceChargeAgmVolts: limit(
    12.8,
    'V',
    'max',
    'battery',
    'rule of thumb',
    'Absorbed-glass-mat and gel rest higher, so their surface charge shows higher.',
  ),
  surfaceChargeRestHours: limit(
    4,
    'h',
    'min',
    'none',
    'rule of thumb',
    'After this long at rest surface charge has gone by itself.',
  ),
  loadVoltsAt21C: limit(
    9.6,
    'V',
    'min',
    'battery',
    'published chart',
    'Half the rated cold-cranking amps for 15 s at 21 °C; shifts the whole temperature chart.',
  ),
  loadAgmAddVolts: limit(
    0.5,
    'V',
    'min',
    'battery',
    'rule of thumb',
    'Absorbed-glass-mat and enhanced flooded batteries hold higher volts when sound.',
  ),
  loadWatchBandVolts: limit(
    0.3,
    'V',
    'min',
    'battery',
    'rule of thumb',
    'This close above the limit a battery is watched.',
  ),
  loadOverRatio: limit(1.1, 'ratio', 'max', 'none', 'rule of thumb', 'More load than this makes a low reading unfair.'),
  loadMinSeconds: limit(14.5, 's', 'min', 'none', 'rule of thumb', 'A shorter hold flatters the battery.'),
  loadMaxSeconds: limit(17, 's', 'max', 'none', 'rule of thumb', 'A longer hold punishes it.'),
  recoveryDropVolts: limit(
    0.3,
    'V',
    'max',
    'battery',
    'rule of thumb',
    'A sound battery comes back this near to its resting volts within a minute.',
  ),
  conductancePassPercent: limit(
    80,
    '%',
    'min',
    'none',
    'rule of thumb',
    'Share of the rating at which conductance raises no doubt.',
  ),
  conductanceFailPercent: limit(
    70,
    '%',
    'min',
    'none',
    'rule of thumb',
    'Share of the rating under which conductance condemns.',
  ),
  gravitySpreadFail: limit(0.05, 'SG', 'max', 'none', 'rule of thumb', 'One cell this far behind the best is dead.'),
  gravitySpreadMarginal: limit(0.03, 'SG', 'max', 'none', 'rule of thumb', 'Cells this far apart need an even charge.'),
  gravityLow: limit(
    1.225,
    'SG',
    'min',
    'none',
    'published chart',
    'Electrolyte of a three-quarters charged battery at 26.7 °C.',
  ),
  caseLeakVolts: limit(
    0.5,
    'V',
    'max',
    'battery',
    'rule of thumb',
    'Volts over the case top that discharge a parked battery.',
  ),
  imbalanceVolts: limit(
    0.2,
    'V',
    'max',
    'battery',
    'rule of thumb',
    'Isolated batteries of one bank resting further apart are not in one state.',
  ),
  matchRatingPercent: limit(5, '%', 'max', 'none', 'rule of thumb', 'Ratings further apart share the load unevenly.'),
  matchMonths: limit(12, 'months', 'max', 'none', 'rule of thumb', 'Batteries fitted further apart age unevenly.'),
  crankStarterVolts: limit(
    8,
    'V',
    'min',
    'system',
    'rule of thumb',
    'Less than this at the starter turns the engine too slowly.',
  ),
  starterDropSumVolts: limit(
    0.5,
    'V',
    'max',
    'system',
    'rule of thumb',
    'Both sides of the starter cables together at 500 A.',
  ),
  starterDropSideVolts: limit(
    0.5,
    'V',
    'max',
    'none',
    'rule of thumb',
    'One side while cranking; crank current is of one order at 12 and 24 V.',
  ),
  jointVolts: limit(0.2, 'V', 'max', 'none', 'rule of thumb', 'A joint that loses more heats and eats cranking volts.'),
  jointMarginalVolts: limit(0.1, 'V', 'max', 'none', 'rule of thumb', 'A clean joint stays under this.'),
  solenoidVolts: limit(0.5, 'V', 'max', 'none', 'rule of thumb', 'Burnt contacts lose more.'),
  controlVolts: limit(1, 'V', 'max', 'none', 'rule of thumb', 'More loss and the solenoid chatters or drops out.'),
  runningMinVolts: limit(13.8, 'V', 'min', 'system', 'rule of thumb', 'Less does not charge a starting battery fully.'),
  runningMaxVolts: limit(15, 'V', 'max', 'system', 'rule of thumb', 'The top of normal regulation in the cold.'),
  overvoltageVolts: limit(15.2, 'V', 'max', 'system', 'rule of thumb', 'More boils batteries and burns lamps.'),
  remoteSenseMaxVolts: limit(
    15.8,
    'V',
    'max',
    'system',
    'rule of thumb',
    'A remote-sensing alternator makes up its cable and may stand this high at its own stud.',
  ),
  runningMinRpm: limit(
    1200,
    'rpm',
    'min',
    'none',
    'rule of thumb',
    'Slower, the alternator may not have reached its working speed.',
  ),
  riseVolts: limit(0.5, 'V', 'min', 'system', 'rule of thumb', 'Above resting volts with every load on.'),
  chargeDropSumVolts: limit(
    0.5,
    'V',
    'max',
    'system',
    'rule of thumb',
    'Both sides of the charging cable together at rated output.',
  ),
  outputPassPercent: limit(
    95,
    '%',
    'min',
    'none',
    'rule of thumb',
    'Share of the plate rating a sound alternator reaches.',
  ),
  outputFailPercent: limit(
    90,
    '%',
    'min',
    'none',
    'rule of thumb',
    'Share of the plate rating under which it is weak.',
  ),
  rechargeSetAmps: limit(
    10,
    'A',
    'max',
    'none',
    'rule of thumb',
    'A set still drawing more after ten minutes at idle does not fill up.',
  ),
  rechargeBankAmps: limit(20, 'A', 'max', 'none', 'rule of thumb', 'The same for a whole bank.'),
  rippleVolts: limit(0.5, 'V', 'max', 'system', 'rule of thumb', 'More alternating volts mean a lost diode or phase.'),
  fieldVolts: limit(
    0.55,
    'V',
    'max',
    'none',
    'rule of thumb',
    'More loss starves the field of an externally regulated alternator.',
  ),
  halvesApartVolts: limit(
    0.5,
    'V',
    'max',
    'none',
    'rule of thumb',
    'One current flows through a series string, so volts apart mean batteries apart.',
  ),
} as const satisfies Record<string, LimitDefinition>;

export type LimitName = keyof typeof LIMITS;
export const LIMIT_NAMES = Object.keys(LIMITS) as readonly LimitName[];

/** Ways to measure the starter cables: the pile's known current on both sides together, or each side while cranking. */
export const STARTER_DROP_RULES = ['sum-by-pile', 'each-by-crank'] as const;
export type StarterDropRule = (typeof STARTER_DROP_RULES)[number];
