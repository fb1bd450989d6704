import type { Unit } from '../unit/unit';
import { actionsFor, FINDINGS, findingWords } from '../finding/catalogue';
import type { OrderPart } from '../finding/record';
import type { Finding } from '../visit/findings';

/** Something still to be done about a finding. */
export interface OpenAction {
  /** Finding as code@subject. */
  readonly finding: string;
  readonly says: string;
  readonly action: string;
  /** Left out where nothing is to be bought. */
  readonly part?: OrderPart;
}

/**
 * What is still to be done on a unit: for every finding that asks for more than watching, what was planned for it, or
 * else what its severity asks for; of what is only watched, what somebody planned. A part is named only where something is to be replaced.
 * @param planned actions chosen by somebody, by finding (code@subject)
 */
export const openActions = (
  unit: Unit,
  findings: readonly Pick<Finding, 'code' | 'subject' | 'severity'>[],
  planned: ReadonlyMap<string, string> = new Map(),
): readonly OpenAction[] =>
  findings.flatMap(({ code, subject, severity }): OpenAction[] => {
    const finding = `${code}@${subject}`;
    if (severity === 'watch' && !planned.has(finding)) return [];
    const choices = actionsFor({ code, subject });
    const own = planned.get(finding);
    const chosen =
      choices.find(({ words }) => words === own) ??
      (severity === 'replace' ? choices.find(({ kind }) => kind === 'replace') : undefined) ??
      choices[0];
    // What is only suspected is not bought for, unless somebody planned it.
    const isCertain = severity === 'replace' || severity === 'repair';
    const replaces = chosen?.kind === 'replace' && (own !== undefined || isCertain);
    const whole = replaces && chosen.point === 'bank' ? 'bank' : subject;
    const part = replaces ? (FINDINGS[code].part?.(unit, whole) ?? null) : null;
    return [
      {
        finding,
        says: findingWords(code, subject),
        action: own ?? chosen?.words ?? findingWords(code, subject),
        ...(part === null ? {} : { part }),
      },
    ];
  });
