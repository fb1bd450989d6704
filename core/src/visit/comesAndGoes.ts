import { present } from '../quantity/present';
import type { Trouble } from '../judging/verdict';
import type { Severity } from '../judging/findingCode';
import type { JudgedOutcome } from '../judging/scene';
import type { EarlierOutcomes } from './earlier';
import type { Outcomes } from './outcomes';

/** A trouble of its own: the same test failed, then passed, and nobody repaired anything between. */
export interface ComesAndGoes {
  readonly trouble: Trouble;
  readonly severity: Severity;
  readonly readings: readonly string[];
}

/** Currents that fall by themselves: a later reading under the limit is no riddle. */
const FALLS_BY_ITSELF: ReadonlySet<string> = new Set(['charge.recharge', 'battery.drain', 'battery.drainCircuit']);
/** So many passes over so long, none unsteady, and it is only watched. */
const PASSES = 3;
const OVER_MS = 10 * 60_000;

interface Told {
  readonly outcome: JudgedOutcome;
  readonly time: number;
  readonly unsteady: boolean;
}

/** The last fail that the next reading of the same test passed, with everything since. */
const lastTurn = (told: readonly Told[]): readonly Told[] | null => {
  const from = told.findLastIndex(
    ({ outcome }, index) => outcome.verdict === 'fail' && told[index + 1]?.outcome.verdict === 'pass',
  );
  return from < 0 ? null : told.slice(from);
};

const severityOf = ([, ...since]: readonly Told[]): Severity => {
  const passes = since.filter(({ outcome }) => outcome.verdict === 'pass');
  const isSettled =
    passes.length === since.length &&
    passes.length >= PASSES &&
    passes.every(({ unsteady }) => !unsteady) &&
    present(passes.at(-1)).time - present(passes[0]).time >= OVER_MS;
  return isSettled ? 'watch' : 'recheck';
};

/** Every test of the visit that came and went; a repair since the fail settles it. */
export const comesAndGoes = (outcomes: Outcomes, earlier: EarlierOutcomes): readonly ComesAndGoes[] => {
  const { facts } = outcomes;
  const timed = new Map([...facts.valid, ...facts.superseded].map((own) => [own.reading.id, own]));
  return [...earlier].flatMap(([key, before]): ComesAndGoes[] => {
    const { step, point } = present(before[0]);
    const now = facts.current.has(key) ? outcomes.outcome({ step }, point) : null;
    if (FALLS_BY_ITSELF.has(step) || now === null) return [];
    const told = [...before, now].flatMap((outcome): Told[] => {
      const own = timed.get(present(outcome.readings[0]));
      return own === undefined ? [] : [{ outcome, time: own.time, unsteady: own.reading.unsteady === true }];
    });
    const turn = lastTurn(told);
    if (turn === null || facts.repairs.some(({ at }) => Date.parse(at) >= present(turn[0]).time)) return [];
    const because = `It failed, then passed, and nothing was repaired between: find what moves before it is trusted.`;
    return [
      {
        trouble: { code: 'intermittent', subject: point, because },
        severity: severityOf(turn),
        readings: turn.map(({ outcome }) => present(outcome.readings[0])),
      },
    ];
  });
};
