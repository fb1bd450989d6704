import { limit, type LimitDefinition } from './limitDefinition';

/** Of a crank seen in milliseconds: what of it advises. */
export const TRACE_LIMITS = {
  inrushVolts: limit(
    8.5,
    'V',
    'min',
    'system',
    'rule of thumb',
    'A deeper dip as the contacts close is worth a look; an instant is no verdict on the bank.',
  ),
  contactBounces: limit(1, 'times', 'max', 'none', 'rule of thumb', 'Contacts that let go again more often are worn.'),
  cylinderPercent: limit(
    85,
    '%',
    'min',
    'none',
    'rule of thumb',
    'Of the best cylinder: one that asks less of the starter in every turn presses less.',
  ),
  cylinderSpreadPercent: limit(5, '%', 'max', 'none', 'rule of thumb', 'Turns that differ by more tell nothing apart.'),
  cylinderLeastRpm: limit(
    100,
    'rpm',
    'min',
    'none',
    'rule of thumb',
    'Slower, the humps are not those of the cylinders alone.',
  ),
  cylinderLeastVolts: limit(
    7,
    'V',
    'min',
    'system',
    'rule of thumb',
    'A bank that sags further shapes the humps itself.',
  ),
  starterOverPercent: limit(
    25,
    '%',
    'max',
    'none',
    'rule of thumb',
    'Over what this unit, else its kind, drew when it was good: it drags, after cold oil is ruled out.',
  ),
  chargeAfterStartAmps: limit(
    5,
    'A',
    'max',
    'none',
    'rule of thumb',
    'A light battery that is full takes less two minutes after the start.',
  ),
  rippleSharePercent: limit(
    15,
    '%',
    'max',
    'none',
    'rule of thumb',
    'Of the direct current: a swing as slow as the poles pass means a diode or phase is missing.',
  ),
} as const satisfies Record<string, LimitDefinition>;
