import { limit, type LimitDefinition } from './limitDefinition';

/** Of the starting circuit and of what joins its parts. */
export const STARTING_LIMITS = {
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
  controlVolts: limit(1, 'V', 'max', 'system', 'rule of thumb', 'More loss and the solenoid chatters or drops out.'),
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
} as const satisfies Record<string, LimitDefinition>;
