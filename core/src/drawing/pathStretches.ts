import type { XY } from './bankLayout';
import {
  TOP_Y,
  FRAME_Y,
  FEED_X,
  SOLENOID,
  MOTOR,
  BLOCK,
  SWITCH,
  ALTERNATOR,
  CHARGE_BUS_Y,
  type Places,
} from './pathPlaces';
import type { Stretch } from './pathTypes';

/** Cables and parts of the starter circuit, each with the test that reads it. */
export const starterStretches = ({
  bank,
  byCable,
  starterB,
  motorTerminal,
  groundX,
  feed,
  returnPath,
  strap,
  controlLines,
}: Places): readonly Stretch[] => [
  {
    id: 'starter.positive',
    name: 'Positive cable',
    side: 'positive',
    lines: [feed],
    thickness: 9,
    label: { at: [Math.max(groundX - 130, bank.positiveExit[0] + 16), TOP_Y + 24], width: 210 },
    step: 'start.drop',
    point: 'positive',
  },
  {
    id: 'starter.negative',
    name: 'Ground side',
    side: 'negative',
    lines: byCable ? [returnPath, strap] : [returnPath],
    thickness: 9,
    label: { at: [groundX + 14, FRAME_Y - 58], width: BLOCK.x - groundX - 24 },
    step: 'start.drop',
    point: 'negative',
  },
  {
    id: 'starter.control',
    name: 'Control wire',
    side: 'control',
    lines: controlLines,
    thickness: 3,
    label: { at: [SWITCH.x - 92, SWITCH.y + 78], width: 130 },
    step: 'start.control',
    point: 'starter',
  },
  {
    id: 'starter.solenoid',
    name: 'Solenoid',
    side: 'machine',
    lines: [[starterB, [SOLENOID.x + 42, starterB[1]], motorTerminal]],
    thickness: 7,
    label: { at: [SOLENOID.x + SOLENOID.width + 14, SOLENOID.y + 15], width: 116 },
    step: 'start.solenoid',
    point: 'starter',
  },
  {
    id: 'starter.motor',
    name: 'Motor',
    side: 'machine',
    lines: [[motorTerminal, [motorTerminal[0], MOTOR.y + 8]]],
    thickness: 7,
    label: { at: [MOTOR.x + MOTOR.width / 2, MOTOR.y + 26], width: MOTOR.width },
    step: 'start.motor',
    point: 'starter',
  },
];

/** Cables of the charging circuit and its alternators, each with the test that reads it. */
export const chargingStretches = ({ alternators }: Places): readonly Stretch[] => [
  ...(alternators.length === 0
    ? []
    : [
        {
          id: 'charge.positive' as const,
          name: 'Charge cable',
          side: 'positive' as const,
          lines: alternators.map(({ plus }): XY[] => [[FEED_X, CHARGE_BUS_Y], [plus[0], CHARGE_BUS_Y], plus]),
          thickness: 6,
          label: { at: [FEED_X + 18, TOP_Y + 10] as XY, width: 236 },
          step: 'charge.drop' as const,
          point: 'positive',
        },
        {
          id: 'charge.negative' as const,
          name: 'Alternator ground',
          side: 'negative' as const,
          lines: alternators.map(({ minus }): XY[] => [minus, [minus[0], BLOCK.y]]),
          thickness: 6,
          label: {
            at: [FEED_X + 18, ALTERNATOR.y + ALTERNATOR.radius + 12] as XY,
            width: 130,
          },
          step: 'charge.drop' as const,
          point: 'negative',
        },
      ]),
  ...alternators.map(({ id, x }): Stretch => ({
    id: `alternator.${id}`,
    name: id,
    side: 'machine',
    lines: [],
    thickness: 0,
    label: { at: [x, ALTERNATOR.y - 4], width: 64 },
    step: 'charge.volts',
    point: id,
  })),
];
