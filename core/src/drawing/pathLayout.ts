import type { Unit } from '../unit/unit';
import type { XY } from './bankLayout';
import { WIDTH, HEIGHT, FRAME_Y, SOLENOID, MOTOR, BLOCK, SWITCH, placesOf, type Places } from './pathPlaces';
import { chargingStretches, starterStretches } from './pathStretches';
import type { JointSpot, PathLayout, TestPoint } from './pathTypes';

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
  ...alternators.map(({ id, x, y, radius }) => ({
    kind: 'alternator' as const,
    id,
    x: x - radius,
    y: y - radius,
    width: 2 * radius,
    height: 2 * radius,
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
