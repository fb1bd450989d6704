import type { FindingCode, Severity } from '../judging/findingCode';
import type { JudgedOutcome, Scene } from '../judging/scene';
import type { Trouble } from '../judging/verdict';
import { pointName } from '../unit/pointName';
import { BANK, BATTERY, DRAWING } from './battery';
import { CABLE } from './cable';
import { ALTERNATOR, BELT, CHARGE } from './charging';
import { JOINT } from './joint';
import { OWED } from './owed';
import type { Action, FindingRecord } from './record';
import { ENGINE, LADDER, START, STARTER } from './starting';

/** Areas in the order of what comes first among equals: batteries before what they overload, joints before parts. */
const AREAS = [
  DRAWING,
  BATTERY,
  JOINT,
  CABLE,
  BELT,
  BANK,
  START,
  STARTER,
  CHARGE,
  ALTERNATOR,
  ENGINE,
  LADDER,
  OWED,
] as const;

/** Every kind of trouble. */
export const FINDINGS: Readonly<Record<FindingCode, FindingRecord>> = {
  ...DRAWING,
  ...BATTERY,
  ...JOINT,
  ...CABLE,
  ...BELT,
  ...BANK,
  ...START,
  ...STARTER,
  ...CHARGE,
  ...ALTERNATOR,
  ...ENGINE,
  ...LADDER,
  ...OWED,
};

/** Findings of the same severity are told in the order of their areas. */
export const findingRank = (code: FindingCode): number => AREAS.findIndex((area) => code in area);

/** A finding in a few words, as a technician would call it. */
export const findingWords = (code: FindingCode, subject: string): string => FINDINGS[code].words(pointName(subject));

/** What may be done about a finding, the gentlest first. */
export const actionsFor = ({
  code,
  subject,
}: {
  readonly code: FindingCode;
  readonly subject: string;
}): readonly Action[] => FINDINGS[code].actions(subject);

export interface Weighed {
  readonly severity: Severity;
  /** What has to be settled before a part may be replaced, in words; empty when nothing stands in the way. */
  readonly first: readonly string[];
}

/**
 * What a trouble asks for once the other readings are weighed: a part is never replaced while a joint, a cable, the
 * belt or the state of charge that could explain its reading is failing or unread.
 */
export const weigh = (
  scene: Scene,
  outcome: Pick<JudgedOutcome, 'verdict' | 'wantsLook'>,
  trouble: Trouble,
): Weighed => {
  const { severity: asked, isOwnMarginal, excuses } = FINDINGS[trouble.code];
  if (trouble.severity !== undefined) return { severity: trouble.severity, first: [] };
  if (outcome.wantsLook === true) return { severity: 'recheck', first: [] };
  if (outcome.verdict === 'marginal' && isOwnMarginal !== true) return { severity: 'watch', first: [] };
  const severity = typeof asked === 'function' ? asked(scene) : asked;
  if (severity !== 'replace') return { severity, first: [] };
  const first = excuses?.(scene, trouble.subject, trouble.isOfWalk === true) ?? [];
  return { severity: first.length > 0 ? 'recheck' : 'replace', first };
};

/** Ids of passed readings that speak against a finding. */
export const evidenceAgainst = (
  scene: Scene,
  code: FindingCode,
  subject: string,
  forIds: ReadonlySet<string>,
): string[] => {
  const ids = (FINDINGS[code].against?.(subject, scene.facts.unit) ?? []).flatMap((place) => {
    const outcome = scene.outcome(place, place.point);
    return outcome?.verdict === 'pass' ? outcome.readings.slice(0, 1) : [];
  });
  return [...new Set(ids)].filter((id) => !forIds.has(id));
};
