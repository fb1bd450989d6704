import { stepKey } from '../judging/facts';
import { SAID_OF_ALL } from '../judging/readingBase';
import type { Scene } from '../judging/scene';
import { openCircuit } from '../step/battery/openCircuit';
import { drain } from '../step/battery/drain';
import { chargeDrop, chargeSide, chargeSidesOf } from '../step/charging/chargeDrop';
import { recharge } from '../step/charging/recharge';
import { alternatorLook } from '../step/look/alternatorLook';
import { belt } from '../step/look/belt';
import { jointLook } from '../step/look/jointLook';
import { joint } from '../step/starting/joint';
import { SIDES } from '../step/starting/pairedSides';
import { starterDrop } from '../step/starting/starterDrop';
import { alternatorsOf } from '../unit/bank';
import { pointName } from '../unit/pointName';
import { chargeSidePoints, FIXED_JOINTS, positions } from '../unit/points';

/** True of a look that was pressed for everything at once: nobody stood before this one. */
const isInBulk = (scene: Scene, step: string, at: string): boolean =>
  scene.facts.current.get(stepKey(step, at))?.note === SAID_OF_ALL;

/** State of one joint over looking at it and measuring across it. */
const jointState = (scene: Scene, at: string): 'good' | 'failing' | 'unread' => {
  const looked = isInBulk(scene, 'look.joint', at) ? null : scene.outcome(jointLook, at);
  const verdicts = [looked, scene.outcome(joint, at)].flatMap((outcome) => outcome?.verdict ?? []);
  if (verdicts.includes('fail')) return 'failing';
  return verdicts.some((verdict) => verdict !== 'inconclusive') ? 'good' : 'unread';
};

/** A battery is excused by its joints and its charge, failing or unread. */
export const batteryExcuses = (scene: Scene, position: string): readonly string[] => {
  const joints = [`${position}+`, `${position}-`].flatMap((at) => {
    const state = jointState(scene, at);
    return state === 'good'
      ? []
      : [state === 'unread' ? `look at the joint at ${pointName(at)}` : `put the joint at ${pointName(at)} right`];
  });
  const charged = scene.outcome(openCircuit, position)?.verdict === 'pass';
  return charged ? joints : [...joints, `charge battery ${position} and read it at rest`];
};

/** An alternator is excused by belt, cables and charge, failing or unread, and by what was seen failing on it. */
export const alternatorExcuses = (scene: Scene, subject: string): readonly string[] => {
  const excuses: string[] = [];
  const drive = scene.outcome(belt, 'drive')?.verdict;
  if (drive === undefined || isInBulk(scene, 'look.belt', 'drive')) excuses.push('look at the belt');
  if (drive === 'fail') excuses.push('put the belt right');
  for (const point of chargeSidesOf(scene.facts.unit, subject)) {
    const { side } = chargeSide(point);
    const verdict = scene.outcome(chargeDrop, point)?.verdict;
    if (verdict === undefined || verdict === 'inconclusive') excuses.push(`read the ${side} charging cable`);
    if (verdict === 'fail') excuses.push(`put the ${side} charging cable right`);
  }
  for (const position of positions(scene.facts.unit)) {
    const verdict = scene.outcome(openCircuit, position)?.verdict;
    if (verdict !== 'pass')
      excuses.push(`${verdict === undefined || verdict === 'inconclusive' ? 'read' : 'charge'} battery ${position}`);
  }
  for (const at of ['alternator.B+', 'alternator.ground']) {
    if (jointState(scene, at) === 'failing') excuses.push(`put the joint at ${pointName(at)} right`);
  }
  for (const { id } of alternatorsOf(scene.facts.unit)) {
    if (id === subject && scene.outcome(alternatorLook, id)?.verdict === 'fail')
      excuses.push(`put mounting, wiring or fuse of ${id} right`);
  }
  return [...excuses, ...lastTime(scene)];
};

/**
 * A starter is excused by what was found failing. What was not read does not hold it up, unless the walk found it: that
 * looks at volts at a few points only, so batteries and both sides are read first.
 */
export const starterExcuses = (scene: Scene, _subject: string, isOfWalk: boolean): readonly string[] => {
  const { unit } = scene.facts;
  const ownJoints = [
    ...positions(unit).flatMap((position) => [`${position}+`, `${position}-`]),
    ...FIXED_JOINTS.filter((at) => !at.startsWith('alternator')),
  ];
  return [
    ...ownJoints
      .filter((at) => jointState(scene, at) === 'failing')
      .map((at) => `put the joint at ${pointName(at)} right`),
    ...SIDES.filter((side) => scene.outcome(starterDrop, side)?.verdict === 'fail').map(
      (side) => `put the ${side} starter cable right`,
    ),
    ...positions(unit)
      .filter((position) => scene.outcome(openCircuit, position)?.verdict === 'fail')
      .map((position) => `charge or replace battery ${position}`),
    ...(isOfWalk ? unreadOfStart(scene) : []),
    ...lastTime(scene),
  ];
};

/** What could explain a starter that nobody turned and was not read yet. */
const unreadOfStart = (scene: Scene): readonly string[] => [
  ...positions(scene.facts.unit)
    .filter((position) => scene.outcome(openCircuit, position) === null)
    .map((position) => `read battery ${position} at rest`),
  ...SIDES.filter((side) => scene.outcome(starterDrop, side) === null).map(
    (side) => `read the ${side} side of the starter cables`,
  ),
];

/** A part that was replaced before died of something: what kills such parts is read before it is replaced again. */
const lastTime = (scene: Scene): readonly string[] => {
  if (!scene.facts.symptoms.includes('replaced-again')) return [];
  return [
    ...(scene.outcome(recharge, 'bank') === null ? ['read the recharge current'] : []),
    ...chargeSidePoints(scene.facts.unit)
      .filter((point) => scene.outcome(chargeDrop, point) === null)
      .map((point) => `read the charging cables, ${pointName(point)}`),
    ...(scene.outcome(drain, 'bank') === null ? ['read the parked drain'] : []),
  ];
};
