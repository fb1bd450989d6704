import { present } from '../quantity/present';
import { alternatorsOf, bankEnds } from '../unit/bank';
import type { Unit } from '../unit/unit';
import type { XY } from './bankLayout';
import { bankPart } from './pathBank';

export const WIDTH = 860;
export const HEIGHT = 420;
export const TOP_Y = 28;
export const FRAME_Y = 392;
export const FEED_X = 606;
export const SOLENOID = { x: 632, y: 226, width: 84, height: 34 } as const;
export const MOTOR = { x: 632, y: 274, width: 128, height: 66 } as const;
export const BLOCK = { x: 580, y: 206, width: 268, height: 156 } as const;
export const SWITCH = { x: 488, y: 104, width: 56, height: 40 } as const;
/** Of one or two alternators, of three, of four: the more there are, the smaller they are drawn. */
const ALTERNATORS = [
  { radius: 34, lastX: 792, step: 92 },
  { radius: 30, lastX: 802, step: 74 },
  { radius: 26, lastX: 808, step: 56 },
] as const;
const ALTERNATOR_Y = 126;
export const CHARGE_BUS_Y = 72;
const CONTROL_Y = 215;

/** Studs, posts and cables of a unit, where they are drawn. */
export const placesOf = (unit: Unit) => {
  const bank = bankPart(unit);
  const ends = bankEnds(unit);
  const alternators = alternatorsOf(unit);
  const byCable = unit.starter?.groundReturn !== 'block';
  const separateSwitch = unit.starter?.magneticSwitch === 'separate';
  const postOf = (position: string, side: 'plus' | 'minus'): XY =>
    present(bank.batteries.find((battery) => battery.position === position))[side];

  const starterB: XY = [SOLENOID.x, SOLENOID.y + 22];
  const motorTerminal: XY = [SOLENOID.x + 42, SOLENOID.y + SOLENOID.height + 7];
  const control: XY = [SOLENOID.x + 64, SOLENOID.y];
  const starterGround: XY = [MOTOR.x + 26, MOTOR.y + MOTOR.height];
  const blockGround: XY = [MOTOR.x + 100, BLOCK.y + BLOCK.height];
  const groundX = Math.max(bank.right + 14, bank.negativeExit[0]);
  const feed: XY[] = [
    bank.positiveExit,
    [bank.positiveExit[0], TOP_Y],
    [FEED_X, TOP_Y],
    [FEED_X, starterB[1]],
    starterB,
  ];
  const returnPath: XY[] = [
    bank.negativeExit,
    [groundX, bank.negativeExit[1]],
    [groundX, FRAME_Y],
    [(byCable ? starterGround : blockGround)[0], FRAME_Y],
    byCable ? starterGround : blockGround,
  ];
  const strap: XY[] = [[starterGround[0], FRAME_Y], [blockGround[0], FRAME_Y], blockGround];
  const controlLines: XY[][] = separateSwitch
    ? [
        [
          [SWITCH.x + 14, TOP_Y],
          [SWITCH.x + 14, SWITCH.y],
        ],
        [[SWITCH.x + 42, SWITCH.y + SWITCH.height], [SWITCH.x + 42, CONTROL_Y], [control[0], CONTROL_Y], control],
      ]
    : [[[SWITCH.x + 42, TOP_Y], [SWITCH.x + 42, CONTROL_Y], [control[0], CONTROL_Y], control]];
  const { radius, lastX, step } = present(ALTERNATORS[Math.max(0, Math.min(alternators.length, 4) - 2)]);
  const places = alternators.map(({ id, ground }, index) => {
    const x = lastX - (alternators.length - 1 - index) * step;
    return {
      id,
      ground,
      x,
      y: ALTERNATOR_Y,
      radius,
      plus: [x, ALTERNATOR_Y - radius] as XY,
      minus: [x, ALTERNATOR_Y + radius] as XY,
    };
  });
  return {
    bank,
    ends,
    byCable,
    separateSwitch,
    postOf,
    starterB,
    motorTerminal,
    control,
    starterGround,
    blockGround,
    groundX,
    feed,
    returnPath,
    strap,
    controlLines,
    alternators: places,
  };
};
export type Places = ReturnType<typeof placesOf>;
