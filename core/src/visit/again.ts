import { present } from '../quantity/present';
import type { LimitOverrides } from '../method/overrides';
import type { ProfileName } from '../method/profile';
import type { Judgeable } from '../step/catalogue';
import { judge } from './judge';
import type { Disposition } from './disposition';
import type { JudgedStepEntry, Judgement } from './judgement';

/** One step whose verdict or limit is another under another method. */
export interface StepDifference {
  readonly step: string;
  readonly point: string;
  readonly before: Pick<JudgedStepEntry, 'verdict' | 'limit' | 'margin' | 'because'> | null;
  readonly after: Pick<JudgedStepEntry, 'verdict' | 'limit' | 'margin' | 'because'> | null;
}

/** What a stored visit would be under another method. Nothing of it is stored. */
export interface JudgedAgain {
  readonly judgement: Judgement;
  readonly steps: readonly StepDifference[];
  readonly findingsGone: readonly string[];
  readonly findingsNew: readonly string[];
  readonly disposition: { readonly before: Disposition; readonly after: Disposition };
}

const differs = (a: JudgedStepEntry | undefined, b: JudgedStepEntry | undefined): boolean =>
  a?.verdict !== b?.verdict || a?.limit?.value !== b?.limit?.value;

const named = ({ findings }: Judgement): Map<string, string> =>
  new Map(findings.map(({ code, subject, severity }) => [`${code}@${subject}`, severity]));

/**
 * Judges a visit again under another method, step by step beside what it was. The visit itself is not changed.
 * @param limits the visit's own limits to use; the stored ones when left out
 */
export const judgeAgain = (
  visit: Judgeable,
  profile: ProfileName,
  limits: LimitOverrides | undefined = visit.method.limits,
): JudgedAgain => {
  const before = judge(visit);
  const after = judge({ ...visit, method: limits === undefined ? { profile } : { profile, limits } });
  const stepsBefore = new Map(before.steps.map((entry) => [`${entry.step}@${entry.point}`, entry]));
  const stepsAfter = new Map(after.steps.map((entry) => [`${entry.step}@${entry.point}`, entry]));
  const findingsBefore = named(before);
  const findingsAfter = named(after);
  return {
    judgement: after,
    steps: [...new Set([...stepsBefore.keys(), ...stepsAfter.keys()])].flatMap((key): StepDifference[] => {
      const was = stepsBefore.get(key);
      const is = stepsAfter.get(key);
      if (!differs(was, is)) return [];
      const { step, point } = present(was ?? is);
      return [{ step, point, before: was ?? null, after: is ?? null }];
    }),
    findingsGone: [...findingsBefore.keys()].filter((key) => findingsBefore.get(key) !== findingsAfter.get(key)),
    findingsNew: [...findingsAfter.keys()].filter((key) => findingsBefore.get(key) !== findingsAfter.get(key)),
    disposition: { before: before.disposition, after: after.disposition },
  };
};
