import type { XY } from './bankLayout';
import { TOP_Y, FRAME_Y, FEED_X, SOLENOID, MOTOR, BLOCK, SWITCH, CHARGE_BUS_Y, type Places } from './pathPlaces';
import type { Stretch, StretchLabel } from './pathTypes';

/** Nothing that is written beside the switch stands nearer to the wire that leads down to it. */
const SWITCH_WIRE_X = SWITCH.x + 2;
const NAME_X_OF_SERIES = 330;
/** Below the positive cable: beside what rises from a bank in parallel, beyond the links that stand above one in series. */
const nameOfPositive = ({ series, positiveExit }: Places['bank'], groundX: number): StretchLabel => {
  const x = series ? Math.min(groundX + 14, NAME_X_OF_SERIES) : Math.max(groundX - 130, positiveExit[0] + 16);
  return { at: [x, TOP_Y + 24], width: series ? SWITCH_WIRE_X - x : 210 };
};

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
    label: nameOfPositive(bank, groundX),
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
    label: { at: [SOLENOID.x + SOLENOID.width + 14, SOLENOID.y + 15], width: 116, isTight: true },
    step: 'start.solenoid',
    point: 'starter',
  },
  {
    id: 'starter.motor',
    name: 'Motor',
    side: 'machine',
    lines: [[motorTerminal, [motorTerminal[0], MOTOR.y + 4]]],
    thickness: 7,
    label: { at: [MOTOR.x + MOTOR.width / 2, MOTOR.y + 21], width: MOTOR.width },
    step: 'start.motor',
    point: 'starter',
  },
];

type Alternator = Places['alternators'][number];
type ChargeSide = 'positive' | 'negative';

const chargeLine = ({ plus, minus }: Alternator, side: ChargeSide): XY[] =>
  side === 'positive' ? [[FEED_X, CHARGE_BUS_Y], [plus[0], CHARGE_BUS_Y], plus] : [minus, [minus[0], BLOCK.y]];

const LABEL_X = FEED_X + 18;
const LABEL_WIDTH = 236;
/** Of several alternators each cable has a line above the bus of the cables, as many as fit there. */
const FIRST_LINE_Y = 6;
const LINE_HEIGHT = 15;
const MOST_LINES = 4;

/** The two cables of the one alternator, each with its name beside it. */
const cablesOfOne = (one: Alternator): readonly Stretch[] => [
  {
    id: 'charge.positive',
    name: 'Charge cable',
    side: 'positive',
    lines: [chargeLine(one, 'positive')],
    thickness: 6,
    label: { at: [LABEL_X, TOP_Y + 10], width: LABEL_WIDTH },
    step: 'charge.drop',
    point: 'positive',
  },
  {
    id: 'charge.negative',
    name: 'Alternator ground',
    side: 'negative',
    lines: [chargeLine(one, 'negative')],
    thickness: 6,
    label: { at: [LABEL_X, one.minus[1] + 12], width: 130 },
    step: 'charge.drop',
    point: 'negative',
  },
];

/** The cables of each of several alternators: each is read by itself. */
const cablesOfEach = (alternators: readonly Alternator[]): readonly Stretch[] =>
  (['positive', 'negative'] as const).flatMap((side, row) =>
    alternators.map((own, index): Stretch => {
      const line = row * alternators.length + index;
      return {
        id: `charge.${side}.${own.id}`,
        name: `${own.id} ${side === 'positive' ? 'cable' : 'ground'}`,
        side,
        lines: [chargeLine(own, side)],
        thickness: 6,
        label:
          line < MOST_LINES
            ? { at: [LABEL_X, FIRST_LINE_Y + line * LINE_HEIGHT], width: LABEL_WIDTH, isLine: true }
            : null,
        step: 'charge.drop',
        point: `${side}:${own.id}`,
      };
    }),
  );

/** Cables of the charging circuit and its alternators, each with the test that reads it. */
export const chargingStretches = ({ alternators }: Places): readonly Stretch[] => [
  ...(alternators.length === 1 ? alternators.flatMap(cablesOfOne) : cablesOfEach(alternators)),
  ...alternators.map(({ id, x, y, radius }): Stretch => ({
    id: `alternator.${id}`,
    name: id,
    side: 'machine',
    lines: [],
    thickness: 0,
    // Between the rings of its two studs, which leave little room in a small one.
    label: { at: [x, y - (radius < 30 ? 3 : 5)], width: 2 * radius - 4, inside: { middle: [x, y], radius } },
    step: 'charge.volts',
    point: id,
  })),
];
