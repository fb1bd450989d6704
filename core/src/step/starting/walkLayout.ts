import { present } from '../../quantity/present';
import type { WalkState } from './walk';
import { WALK, type WalkEnd } from './walkNodes';
import type { WalkPoint } from './walkPoints';

/** How far the walk has come to a place of the tree. */
export type WalkPlaceState = 'taken' | 'here' | 'open' | 'ruled-out';

export interface WalkPlace {
  readonly id: string;
  readonly point: WalkPoint | null;
  readonly end: WalkEnd | null;
  readonly x: number;
  readonly y: number;
  readonly state: WalkPlaceState;
}
export interface WalkLine {
  readonly from: string;
  readonly to: string;
  readonly when: string;
  readonly state: 'taken' | 'open' | 'ruled-out';
}
export interface WalkLayout {
  readonly width: number;
  readonly height: number;
  readonly places: readonly WalkPlace[];
  readonly lines: readonly WalkLine[];
}

export const WALK_PLACE = { width: 168, height: 46 } as const;
const COLUMN = 196;
const ROW = 62;

/** Column and row of every question: the supply first, then the cranking volts, then the control side. */
const AT: Readonly<Record<WalkPoint, readonly [column: number, row: number]>> = {
  bankRest: [0, 0],
  bankJoints: [0, 1.25],
  starterRest: [0, 2.5],
  starterRestCleaned: [0, 3.75],
  starterRestIsolator: [0, 5],
  starterRestBank: [0, 6.25],
  attempt: [1, 2.5],
  starterCranking: [1, 3.75],
  motorCranking: [1, 5],
  controlCranking: [2, 2.5],
  pinion: [2, 3.75],
  switchOutputCranking: [2, 5],
  switchSupplyRest: [3, 5],
  switchSupplyCranking: [3, 6.25],
  coilSignal: [3, 3.75],
};

/** Column and row of every end, by the question and branch that lead to it. */
const END_AT: Readonly<Record<string, readonly [column: number, row: number]>> = {
  'bankRest.1': [1, 0],
  'bankJoints.1': [1, 1.25],
  'starterRestBank.0': [0, 7.5],
  'starterRestBank.1': [0, 8.75],
  'attempt.0': [2, 0],
  'attempt.2': [3, 0],
  'attempt.3': [2, 1.25],
  'starterCranking.1': [1, 7.5],
  'motorCranking.1': [1, 6.25],
  'motorCranking.2': [1, 8.75],
  'motorCranking.3': [2, 8.75],
  'controlCranking.2': [3, 1.25],
  'controlCranking.4': [4, 0],
  'pinion.0': [3, 2.5],
  'pinion.1': [4, 2.5],
  'switchOutputCranking.1': [2, 6.25],
  'switchSupplyRest.1': [4, 6.25],
  'switchSupplyCranking.0': [2, 7.5],
  'switchSupplyCranking.1': [3, 7.5],
  'coilSignal.0': [4, 3.75],
  'coilSignal.1': [4, 5],
  'coilSignal.2': [4, 1.25],
};

/**
 * The walk as a tree to draw, with where one is, the way taken, what was ruled out and what is still open. A place is
 * ruled out when no branch that is taken or open leads to it any more.
 */
export const walkLayout = (state: WalkState): WalkLayout => {
  const takenBranch = new Map(state.taken.map(({ point, branch }) => [point, branch]));
  const reachable = new Set<WalkPoint>();
  const explore = (point: WalkPoint): void => {
    if (reachable.has(point)) return;
    reachable.add(point);
    const node = present(WALK.find((candidate) => candidate.point === point));
    const chosen = takenBranch.get(point);
    for (const { to } of chosen === undefined ? node.branches : [chosen]) if (typeof to === 'string') explore(to);
  };
  const begin = state.taken[0]?.point ?? state.at ?? 'bankRest';
  explore(begin);
  if (state.at !== null) explore(state.at);
  const places: WalkPlace[] = [];
  const lines: WalkLine[] = [];
  const at = (cell: readonly [number, number]) => ({ x: cell[0] * COLUMN, y: cell[1] * ROW });
  for (const node of WALK) {
    const chosen = takenBranch.get(node.point);
    const open = reachable.has(node.point);
    places.push({
      id: node.point,
      point: node.point,
      end: null,
      ...at(AT[node.point]),
      state: state.at === node.point ? 'here' : chosen !== undefined ? 'taken' : open ? 'open' : 'ruled-out',
    });
    node.branches.forEach((branch, index) => {
      const lineState = chosen === branch ? 'taken' : chosen === undefined && open ? 'open' : 'ruled-out';
      const to = typeof branch.to === 'string' ? branch.to : `${node.point}.${index}`;
      lines.push({ from: node.point, to, when: branch.when, state: lineState });
      if (typeof branch.to !== 'string') {
        places.push({
          id: to,
          point: null,
          end: branch.to,
          ...at(present(END_AT[to])),
          state: lineState === 'taken' ? 'here' : lineState,
        });
      }
    });
  }
  return { width: 4 * COLUMN + WALK_PLACE.width, height: 8.75 * ROW + WALK_PLACE.height, places, lines };
};
