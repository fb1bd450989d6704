/** How a limit grows with the machine: not at all, with system volts / 12, or with the battery's nominal volts / 12. */
export type LimitScale = 'none' | 'system' | 'battery';

/** Where a figure comes from. */
export type LimitSource = 'physics' | 'published chart' | 'rule of thumb';

export interface LimitDefinition {
  readonly value: number;
  readonly unit: 'V' | 'A' | '%' | 'SG' | 's' | 'h' | 'min' | 'mΩ' | 'rpm' | 'months' | 'ratio';
  readonly kind: 'min' | 'max';
  readonly scale: LimitScale;
  readonly reason: string;
  readonly source: LimitSource;
  /** The figure at 24 V where it is no multiple; one that is stated holds at 12 and 24 V alike. */
  readonly value24?: number;
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
    12.4,
    'V',
    'max',
    'battery',
    'rule of thumb',
    'From this on an unstripped reading may be flattered by surface charge: a half-full battery shows it for half an hour after a run.',
  ),
  surfaceChargeAgmVolts: limit(
    12.4,
    'V',
    'max',
    'battery',
    'rule of thumb',
    'The same for absorbed-glass-mat and gel batteries.',
  ),
  surfaceChargeRestHours: limit(
    4,
    'h',
    'min',
    'none',
    'rule of thumb',
    'After this long at rest surface charge has gone by itself.',
  ),
  loadSureVolts: limit(
    12.6,
    'V',
    'min',
    'battery',
    'rule of thumb',
    'A battery that fails from lower may only be low on charge: it is charged fully and loaded again before it is condemned.',
  ),
  loadSureAgmVolts: limit(
    12.8,
    'V',
    'min',
    'battery',
    'rule of thumb',
    'The same for absorbed-glass-mat and gel batteries, which rest higher.',
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
  loadNearRatio: limit(
    0.9,
    'ratio',
    'min',
    'none',
    'rule of thumb',
    'From this share of the target on the volts are brought to it; further off they are not.',
  ),
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
  milliohmRatio: limit(
    1.5,
    'ratio',
    'max',
    'none',
    'rule of thumb',
    "So much more than the battery's own first reading is worth a load test.",
  ),
  milliohmNew: limit(
    3.5,
    'mΩ',
    'max',
    'none',
    'rule of thumb',
    'A new battery of 920 A; others in proportion to their rating.',
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
  switchVolts: limit(0.3, 'V', 'max', 'none', 'rule of thumb', 'Burnt contacts of the magnetic switch lose more.'),
  linkVolts: limit(
    0.2,
    'V',
    'max',
    'none',
    'rule of thumb',
    'A link between two batteries with clean joints stays under this.',
  ),
  segmentVolts: limit(
    0.1,
    'V',
    'max',
    'none',
    'rule of thumb',
    'One sound stretch of a run, with its joints, loses no more.',
  ),
  regulatorVolts: limit(
    0.2,
    'V',
    'max',
    'none',
    'rule of thumb',
    'What a stretch with switch contacts or a fuse panel in it may lose.',
  ),
  runningMinVolts: limit(13.8, 'V', 'min', 'system', 'rule of thumb', 'Less does not charge a starting battery fully.'),
  runningMaxVolts: limit(15, 'V', 'max', 'system', 'rule of thumb', 'The top of normal regulation in the cold.'),
  overvoltageVolts: limit(15.2, 'V', 'max', 'system', 'rule of thumb', 'More boils batteries and burns lamps.'),
  runningMaxAgmVolts: limit(
    14.8,
    'V',
    'max',
    'system',
    'published chart',
    'Absorbed-glass-mat batteries lose water they cannot be given back above this at 20 °C.',
  ),
  runningMaxGelVolts: limit(14.6, 'V', 'max', 'system', 'published chart', 'Gel dries out above this at 20 °C.'),
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
  idleLoadedVolts: limit(
    12,
    'V',
    'min',
    'system',
    'rule of thumb',
    'At idle with every load on a sound machine still holds this.',
  ),
  standingVolts: limit(
    0.2,
    'V',
    'max',
    'system',
    'rule of thumb',
    'With the engine off nothing flows: what the B+ stud lacks is resistance or an open link.',
  ),
  fuseVolts: limit(0.1, 'V', 'max', 'system', 'rule of thumb', 'Both sides of a sound fuse read alike to ground.'),
  riseVolts: limit(0.5, 'V', 'min', 'system', 'rule of thumb', 'Above resting volts with every load on.'),
  chargeDropSumVolts: limit(
    0.5,
    'V',
    'max',
    'system',
    'rule of thumb',
    'Both sides of the charging cable together at rated output.',
  ),
  chargeDropSideVolts: limit(0.3, 'V', 'max', 'system', 'rule of thumb', 'Where each side is judged by itself.'),
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
  rippleVolts: {
    ...limit(0.5, 'V', 'max', 'none', 'rule of thumb', 'More alternating volts mean a lost diode or phase.'),
    value24: 0.3,
  },
  fieldVolts: limit(
    0.55,
    'V',
    'max',
    'none',
    'rule of thumb',
    'More loss starves the field of an externally regulated alternator.',
  ),
  fullFieldRiseVolts: limit(
    0.5,
    'V',
    'min',
    'system',
    'rule of thumb',
    'A sound alternator rises at least so far on full field.',
  ),
  drainAmps: limit(
    0.05,
    'A',
    'max',
    'none',
    'rule of thumb',
    'What a parked machine may draw once its modules sleep; the maker says more where telematics stay awake.',
  ),
  drainWaitMinutes: limit(30, 'min', 'min', 'none', 'rule of thumb', 'Modules may take this long to fall asleep.'),
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

/** Ways to judge the charging cables: both sides together, or each by itself. */
export const CHARGE_DROP_RULES = ['sum', 'each'] as const;
export type ChargeDropRule = (typeof CHARGE_DROP_RULES)[number];
