import type { Scene } from '../judging/scene';
import { openCircuit } from '../step/battery/openCircuit';
import { chargeDrop } from '../step/charging/chargeDrop';
import { alternatorLook } from '../step/look/alternatorLook';
import { belt } from '../step/look/belt';
import { jointLook } from '../step/look/jointLook';
import { joint } from '../step/starting/joint';
import { SIDES } from '../step/starting/pairedSides';
import { starterDrop } from '../step/starting/starterDrop';
import { alternatorsOf } from '../unit/bank';
import { FIXED_JOINTS, positions } from '../unit/points';

/** State of one joint over looking at it and measuring across it. */
const jointState = (scene: Scene, at: string): 'good' | 'failing' | 'unread' => {
  const verdicts = [scene.outcome(jointLook, at), scene.outcome(joint, at)].flatMap(
    (outcome) => outcome?.verdict ?? [],
  );
  if (verdicts.includes('fail')) return 'failing';
  return verdicts.some((verdict) => verdict !== 'inconclusive') ? 'good' : 'unread';
};

/** A battery is excused by its joints and its charge, failing or unread. */
export const batteryExcuses = (scene: Scene, position: string): readonly string[] => {
  const joints = [`${position}+`, `${position}-`].flatMap((at) => {
    const state = jointState(scene, at);
    return state === 'good' ? [] : [state === 'unread' ? `look at joint ${at}` : `put joint ${at} right`];
  });
  const charged = scene.outcome(openCircuit, position)?.verdict === 'pass';
  return charged ? joints : [...joints, `charge battery ${position} and read it at rest`];
};

/** An alternator is excused by belt, cables and charge, failing or unread, and by what was seen failing on it. */
export const alternatorExcuses = (scene: Scene, subject: string): readonly string[] => {
  const excuses: string[] = [];
  const drive = scene.outcome(belt, 'drive')?.verdict;
  if (drive === undefined) excuses.push('look at the belt');
  if (drive === 'fail') excuses.push('put the belt right');
  for (const side of SIDES) {
    const verdict = scene.outcome(chargeDrop, side)?.verdict;
    if (verdict === undefined || verdict === 'inconclusive') excuses.push(`read the ${side} charging cable`);
    if (verdict === 'fail') excuses.push(`put the ${side} charging cable right`);
  }
  for (const position of positions(scene.facts.unit)) {
    const verdict = scene.outcome(openCircuit, position)?.verdict;
    if (verdict !== 'pass')
      excuses.push(`${verdict === undefined || verdict === 'inconclusive' ? 'read' : 'charge'} battery ${position}`);
  }
  for (const at of ['alternator.B+', 'alternator.ground']) {
    if (jointState(scene, at) === 'failing') excuses.push(`put joint ${at} right`);
  }
  for (const { id } of alternatorsOf(scene.facts.unit)) {
    if (id === subject && scene.outcome(alternatorLook, id)?.verdict === 'fail')
      excuses.push(`put mounting, wiring or fuse of ${id} right`);
  }
  return excuses;
};

/** A starter is excused only by what was found failing; what was not read does not hold it up. */
export const starterExcuses = (scene: Scene): readonly string[] => {
  const { unit } = scene.facts;
  const ownJoints = [
    ...positions(unit).flatMap((position) => [`${position}+`, `${position}-`]),
    ...FIXED_JOINTS.filter((at) => !at.startsWith('alternator')),
  ];
  return [
    ...ownJoints.filter((at) => jointState(scene, at) === 'failing').map((at) => `put joint ${at} right`),
    ...SIDES.filter((side) => scene.outcome(starterDrop, side)?.verdict === 'fail').map(
      (side) => `put the ${side} starter cable right`,
    ),
    ...positions(unit)
      .filter((position) => scene.outcome(openCircuit, position)?.verdict === 'fail')
      .map((position) => `charge or replace battery ${position}`),
  ];
};
