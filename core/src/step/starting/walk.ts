import { present } from '../../quantity/present';
import { voltsText } from '../../quantity/display';
import {
  WALK,
  type WalkAnswer,
  type WalkAnswers,
  type WalkConditions,
  type WalkEnd,
  type WalkBranch,
  type WalkNode,
  type WalkFacts,
} from './walkNodes';
import { WALK_POINTS, type WalkPoint } from './walkPoints';

const NODES = new Map(WALK.map((node) => [node.point, node]));
export const walkNode = (point: WalkPoint): WalkNode => {
  const node = NODES.get(point);
  if (node === undefined) throw new RangeError(`The walk has no step "${point}".`);
  return node;
};

export interface WalkStepTaken {
  readonly point: WalkPoint;
  readonly branch: WalkBranch;
}

export interface WalkState {
  readonly taken: readonly WalkStepTaken[];
  /** The step that waits for its reading; null at an end. */
  readonly at: WalkPoint | null;
  readonly end: WalkEnd | null;
}

/** Steps that a technician may leave out when their outcome is plain: taken as sound until a reading says otherwise. */
const SKIPPABLE: Partial<Record<WalkPoint, (turned: boolean) => WalkPoint | undefined>> = {
  bankRest: () => 'bankJoints',
  bankJoints: () => 'starterRest',
  starterRest: () => 'attempt',
  // When nothing turns, the volts at rest stand in for those while trying.
  starterCranking: (turned) => (turned ? undefined : 'controlCranking'),
};

const laterThan = (point: WalkPoint): readonly WalkPoint[] => WALK_POINTS.slice(WALK_POINTS.indexOf(point) + 1);

/** Whether the engine turned when it was tried. */
const hasTurned = (answers: WalkAnswers): boolean =>
  answers.attempt?.answer === 'slow' || answers.attempt?.answer === 'normal';

const factsFor = (point: WalkPoint, answers: WalkAnswers, conditions: WalkConditions): WalkFacts => {
  const turned = hasTurned(answers);
  const volts = (at: WalkPoint): number | null => {
    const read = answers[at]?.volts;
    return read === undefined ? null : Math.abs(read);
  };
  const atRest = volts('starterRestIsolator') ?? volts('starterRestCleaned') ?? volts('starterRest');
  const own = answers[point];
  return {
    own: { volts: Math.abs(own?.volts ?? 0), answer: own?.answer, spins: own?.spins ?? 0 },
    turned,
    conditions,
    bank: volts('bankRest') ?? conditions.bankVolts,
    starter: volts('starterCranking') ?? (turned ? null : atRest),
  };
};

/** The step whose reading a comparison lacks. */
const reference = (node: WalkNode, answers: WalkAnswers): WalkPoint => {
  if (node.comparesWith === 'bank') return 'bankRest';
  return hasTurned(answers) ? 'starterCranking' : 'starterRest';
};

const walkOn = (answers: WalkAnswers, conditions: WalkConditions): WalkState => {
  const taken: WalkStepTaken[] = [];
  let at: WalkPoint = 'bankRest';
  for (let steps = 0; steps <= 2 * WALK.length; steps++) {
    if (answers[at] === undefined) {
      const over: WalkPoint | undefined = SKIPPABLE[at]?.(hasTurned(answers));
      if (over === undefined || !laterThan(at).some((point) => answers[point] !== undefined))
        return { taken, at, end: null };
      at = over;
      continue;
    }
    const node = walkNode(at);
    const chosen = node.choose(factsFor(at, answers, conditions));
    const branch = chosen === null ? undefined : node.branches[chosen];
    if (branch === undefined) return { taken, at: reference(node, answers), end: null };
    taken.push({ point: at, branch });
    if (typeof branch.to !== 'string') return { taken, at: null, end: branch.to };
    at = branch.to;
  }
  throw new Error('The walk went in a circle: a branch leads back.');
};

/**
 * Walks as far as the answers carry. Steps before the first reading may be left out; every other step waits. A pinion or
 * ring gear found damaged ends the walk whenever it is seen. The same readings always lead to the same place.
 */
export const walk = (answers: WalkAnswers, conditions: WalkConditions): WalkState => {
  const state = walkOn(answers, conditions);
  if (answers.pinion?.answer !== 'damaged' || state.end?.kind === 'finding') return state;
  const branch = present(walkNode('pinion').branches[1]);
  return {
    taken: [...state.taken, { point: 'pinion', branch }],
    at: null,
    end: typeof branch.to === 'string' ? null : branch.to,
  };
};

export const walkAnswerText = (reading: WalkAnswer): string =>
  reading.answer ?? (reading.volts === undefined ? 'nothing' : voltsText(reading.volts));
