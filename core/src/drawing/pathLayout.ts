import { present } from '../quantity/present';
import { alternatorsOf, bankEnds } from '../unit/bank';
import type { XY } from './bankLayout';
import { bankPart } from './pathBank';
import type { JointSpot, PathLayout, Stretch, TestPoint } from './pathTypes';
import type { Unit } from '../unit/unit';

const WIDTH = 860;
const HEIGHT = 420;
const TOP_Y = 28;
const FRAME_Y = 392;
const FEED_X = 606;
const SOLENOID = { x: 632, y: 226, width: 84, height: 34 } as const;
const MOTOR = { x: 632, y: 274, width: 128, height: 66 } as const;
const BLOCK = { x: 580, y: 206, width: 268, height: 156 } as const;
const SWITCH = { x: 488, y: 104, width: 56, height: 40 } as const;
const ALTERNATOR = { y: 126, radius: 34, firstX: 792, step: 92 } as const;
const CHARGE_BUS_Y = 72;
const CONTROL_Y = 215;

/** Studs, posts and cables of a unit, where they are drawn. */
const placesOf = (unit: Unit) => {
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
  const places = alternators.map(({ id, ground }, index) => {
    const x = ALTERNATOR.firstX - (alternators.length - 1 - index) * ALTERNATOR.step;
    return {
      id,
      ground,
      x,
      plus: [x, ALTERNATOR.y - ALTERNATOR.radius] as XY,
      minus: [x, ALTERNATOR.y + ALTERNATOR.radius] as XY,
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
type Places = ReturnType<typeof placesOf>;

/** Cables and parts of the starter circuit, each with the test that reads it. */
const starterStretches = ({
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
const chargingStretches = ({ alternators }: Places): readonly Stretch[] => [
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

/** What a probe can touch, in the order it is numbered. */
const touchable = ({
  ends,
  byCable,
  separateSwitch,
  postOf,
  starterB,
  motorTerminal,
  control,
  starterGround,
  blockGround,
  alternators,
}: Places): readonly Omit<TestPoint, 'number'>[] => [
  { id: `${ends.plus}+`, at: postOf(ends.plus, 'plus'), touch: `post ${ends.plus} +, the post, not the clamp` },
  { id: 'starter.B+', at: starterB, touch: 'the starter B+ stud, not the lug' },
  { id: 'starter.motor', at: motorTerminal, touch: 'the motor terminal below the solenoid' },
  {
    id: 'starter.ground',
    at: starterGround,
    touch: byCable ? 'the starter ground stud, bare metal' : 'the starter case, bare metal',
  },
  { id: 'block.ground', at: blockGround, touch: 'the engine block, bare metal' },
  { id: `${ends.minus}-`, at: postOf(ends.minus, 'minus'), touch: `post ${ends.minus} −, the post, not the clamp` },
  ...alternators.flatMap(({ id, plus, minus, ground }) => [
    { id: `${id}.B+`, at: plus, touch: `the B+ stud of ${id}, not the lug` },
    {
      id: `${id}.ground`,
      at: minus,
      touch: ground === 'stud' ? `the ground stud of ${id}` : `the case of ${id}, bare metal`,
    },
  ]),
  { id: 'starter.control', at: control, touch: 'the control terminal of the solenoid' },
  ...(separateSwitch
    ? [
        {
          id: 'switch.supply',
          at: [SWITCH.x + 14, SWITCH.y] as XY,
          touch: 'the supply terminal of the magnetic switch',
        },
        {
          id: 'switch.output',
          at: [SWITCH.x + 42, SWITCH.y + SWITCH.height] as XY,
          touch: 'the output terminal of the magnetic switch',
        },
      ]
    : []),
];

const partsOf = ({ separateSwitch, groundX, alternators }: Places): PathLayout['parts'] => [
  { kind: 'frame', id: 'frame', x: groundX - 30, y: FRAME_Y + 4, width: WIDTH - groundX + 18, height: 18 },
  { kind: 'block', id: 'block', ...BLOCK },
  { kind: 'solenoid', id: 'solenoid', ...SOLENOID },
  { kind: 'motor', id: 'motor', ...MOTOR },
  ...(separateSwitch ? [{ kind: 'switch' as const, id: 'switch', ...SWITCH }] : []),
  ...alternators.map(({ id, x }) => ({
    kind: 'alternator' as const,
    id,
    x: x - ALTERNATOR.radius,
    y: ALTERNATOR.y - ALTERNATOR.radius,
    width: 2 * ALTERNATOR.radius,
    height: 2 * ALTERNATOR.radius,
  })),
];

const jointsOf = ({
  bank,
  starterB,
  starterGround,
  blockGround,
  alternators: [first],
}: Places): readonly JointSpot[] => [
  ...bank.batteries.flatMap(({ position, plus, minus }): JointSpot[] => [
    { id: `${position}+`, at: plus },
    { id: `${position}-`, at: minus },
  ]),
  { id: 'starter.B+', at: starterB },
  { id: 'starter.ground', at: starterGround },
  { id: 'block.ground', at: blockGround },
  ...(first === undefined
    ? []
    : [
        { id: 'alternator.B+', at: first.plus },
        { id: 'alternator.ground', at: first.minus },
      ]),
];

/**
 * Where everything of a unit's circuit is drawn: bank, starter, alternators, cables, grounds and the numbered points a
 * probe can touch. It follows from the unit's description alone.
 * @example pathLayout(unit).testPoints[0] // => { id: 'A+', number: 1, at: [...], touch: 'post A +, the post, not the clamp' }
 */
export const pathLayout = (unit: Unit): PathLayout => {
  const places = placesOf(unit);
  const { batteries, boxes, bankCables } = places.bank;
  return {
    width: WIDTH,
    height: HEIGHT,
    batteries,
    boxes,
    bankCables,
    stretches: [...starterStretches(places), ...chargingStretches(places)],
    parts: partsOf(places),
    testPoints: touchable(places).map((point, index) => ({ ...point, number: index + 1 })),
    joints: jointsOf(places),
  };
};
