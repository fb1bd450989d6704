import { present } from '../quantity/present';
import { restingImbalance, type BankMatch } from '../battery/bankMatch';
import { batteryFactor } from '../unit/bank';
import { positions } from '../unit/points';
import { pointName } from '../unit/pointName';
import { evidenceAgainst, findingRank, weigh } from '../finding/catalogue';
import { SEVERITIES, type FindingCode, type Severity } from '../judging/findingCode';
import type { JudgedOutcome } from '../judging/scene';
import type { Trouble } from '../judging/verdict';
import { restingFor } from '../step/battery/openCircuit';
import { currentAt, type Judgeable } from '../step/catalogue';
import { stepKey } from '../judging/facts';
import { causesOwed } from './causeOwed';
import { comesAndGoes } from './comesAndGoes';
import type { EarlierOutcomes } from './earlier';
import type { Outcomes } from './outcomes';

/** One trouble of the unit with what speaks for and against it. */
export interface Finding {
  readonly code: FindingCode;
  readonly subject: string;
  readonly severity: Severity;
  readonly evidence: { readonly for: readonly string[]; readonly against: readonly string[] };
  readonly because: string;
}

const worse = (a: Severity, b: Severity): Severity => (SEVERITIES.indexOf(a) <= SEVERITIES.indexOf(b) ? a : b);

const sentence = (trouble: Trouble, first: readonly string[]): string =>
  first.length === 0 ? trouble.because : `${trouble.because} First ${first.join('; ')}.`;

/** Troubles between readings or within the unit's description, which no single step carries. */
const bankTroubles = (outcomes: Outcomes, mismatch: Trouble | null): { trouble: Trouble; readings: string[] }[] => {
  const { unit, limits } = outcomes.facts;
  const found: { trouble: Trouble; readings: string[] }[] = [];
  if (mismatch !== null) found.push({ trouble: mismatch, readings: [] });
  const atRest = positions(unit).flatMap((position) => {
    const reading = currentAt(outcomes.facts, 'battery.openCircuit', position);
    return reading === null || restingFor(outcomes, position, null)?.spoiled !== false
      ? []
      : [{ position, volts: reading.volts, id: reading.id }];
  });
  const imbalance = restingImbalance(atRest, limits, batteryFactor(present(unit.bank.batteries[0])));
  if (imbalance !== null) found.push({ trouble: imbalance, readings: atRest.map(({ id }) => id) });
  return found;
};

/** What a reading told before it was taken again without deciding anything: such a retake closes nothing. */
const stillStanding = (judged: readonly JudgedOutcome[], earlier: EarlierOutcomes): readonly JudgedOutcome[] =>
  judged.flatMap(({ step, point, verdict }) => {
    if (verdict !== 'inconclusive') return [];
    const decided = earlier.get(stepKey(step, point))?.findLast((then) => then.verdict !== 'inconclusive');
    return decided === undefined || decided.troubles.length === 0 ? [] : [decided];
  });

/**
 * All findings of a visit, gravest first. The same trouble told by several readings is one finding with all of them
 * as evidence and the gravest of their severities.
 */
export const findings = (
  outcomes: Outcomes,
  judged: readonly JudgedOutcome[],
  earlier: EarlierOutcomes,
  match: BankMatch,
  { visit }: Pick<Judgeable, 'visit'>,
): Finding[] => {
  const merged = new Map<string, Finding>();
  const add = (trouble: Trouble, readings: readonly string[], severity: Severity, because: string): void => {
    const key = `${trouble.code}@${trouble.subject}`;
    const known = merged.get(key);
    const forIds = [...new Set([...(known?.evidence.for ?? []), ...readings])];
    merged.set(key, {
      code: trouble.code,
      subject: trouble.subject,
      severity: known === undefined ? severity : worse(known.severity, severity),
      evidence: { for: forIds, against: [] },
      because: known === undefined || known.because === because ? because : `${known.because} ${because}`,
    });
  };
  for (const outcome of [...judged, ...stillStanding(judged, earlier)]) {
    for (const trouble of outcome.troubles) {
      const { severity, first } = weigh(outcomes, outcome, trouble);
      add(trouble, outcome.readings, severity, sentence(trouble, first));
    }
  }
  for (const { trouble, readings } of bankTroubles(outcomes, match.trouble)) {
    add(trouble, readings, weigh(outcomes, { verdict: 'fail' }, trouble).severity, trouble.because);
  }
  for (const { trouble, severity, readings } of comesAndGoes(outcomes, earlier))
    add(trouble, readings, severity, trouble.because);
  for (const { trouble, readings } of causesOwed(outcomes, judged, earlier, visit.at))
    add(trouble, readings, 'recheck', trouble.because);
  for (const reading of outcomes.facts.current.values()) {
    if (reading.unsteady !== true) continue;
    const because = `The reading at ${pointName(reading.point)} moved when cables were wiggled or when warm: find the joint by wiggling.`;
    add({ code: 'joint.unsteady', subject: reading.point, because }, [reading.id], 'recheck', because);
  }
  return [...merged.values()]
    .map((finding) => {
      const against = evidenceAgainst(outcomes, finding.code, finding.subject, new Set(finding.evidence.for));
      return { ...finding, evidence: { ...finding.evidence, against } };
    })
    .sort(
      (a, b) =>
        SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) || findingRank(a.code) - findingRank(b.code),
    );
};
