import { SEVERITIES, type FindingCode, type Severity } from '../judging/findingCode';
import type { Unit } from '../unit/unit';
import { FINDINGS } from './catalogue';

interface Told {
  readonly code: FindingCode;
  readonly subject: string;
  readonly severity: Severity;
}

/** A finding, and those that are expected to go away with it. */
export interface OneCause<F extends Told> {
  readonly finding: F;
  readonly folded: readonly F[];
}

const isGraver = (a: Told, b: Told): boolean => SEVERITIES.indexOf(a.severity) < SEVERITIES.indexOf(b.severity);

/**
 * Findings with those of the same cause folded under it: a corroded lug above the cable and the low starter volts it
 * makes. Nothing is folded under what asks for less than itself, and nothing gets lost: each finding comes once.
 * @param findings gravest first
 */
export const foldByCause = <F extends Told>(findings: readonly F[], unit: Unit): OneCause<F>[] => {
  const explainedBy = (head: F, other: F): boolean =>
    head !== other &&
    !isGraver(other, head) &&
    (FINDINGS[head.code].explains?.(head.subject, unit) ?? []).some(
      (key) => key === other.code || key === `${other.code}@${other.subject}`,
    );
  const causes = new Map<F, F>();
  const rootOf = (finding: F): F => {
    const cause = causes.get(finding);
    return cause === undefined ? finding : rootOf(cause);
  };
  for (const finding of findings) {
    // Of two that explain each other the graver stays above.
    const cause = findings.find((head) => explainedBy(head, finding) && rootOf(head) !== finding);
    if (cause !== undefined) causes.set(finding, cause);
  }
  return findings
    .filter((finding) => !causes.has(finding))
    .map((finding) => ({
      finding,
      folded: findings.filter((other) => other !== finding && rootOf(other) === finding),
    }));
};
