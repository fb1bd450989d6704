import { tidy } from '../quantity/compare';
import { ampsText, percentText, voltsText } from '../quantity/display';
import { toldApart } from '../quantity/toldApart';
import type { AppliedLimit, LimitOrigin } from '../method/book';
import { LIMITS, type LimitName } from '../method/limit';
import type { FindingCode, Severity } from './findingCode';

/** How a reading comes out. `inconclusive` means it decides nothing and says what to do again. */
export const VERDICTS = ['pass', 'marginal', 'fail', 'inconclusive'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** The border a reading was held against. */
export interface VerdictLimit {
  readonly value: number;
  readonly unit: string;
  readonly kind: 'min' | 'max';
  /** The named limit of the method; null where the border follows from physics or from another reading alone. */
  readonly name: LimitName | null;
  readonly from: LimitOrigin;
}

/** A trouble that one reading points to, before other readings are weighed. */
export interface Trouble {
  readonly code: FindingCode;
  readonly subject: string;
  readonly because: string;
  /** Set when the test itself fixes what must be done; otherwise it follows from the code and the other readings. */
  readonly severity?: Severity;
  /** True when the walk ended in it: more could explain it than a test of the part itself. */
  readonly isOfWalk?: boolean;
}

/** The judgement of one reading or of readings that are judged together. */
export interface Outcome {
  readonly verdict: Verdict;
  readonly limit: VerdictLimit | null;
  /** Distance to the limit in its unit; positive on the good side. */
  readonly margin: number | null;
  readonly because: string;
  readonly redo: string | null;
  readonly troubles: readonly Trouble[];
  /** Ids of readings besides the judged one that the verdict rests on. */
  readonly alsoUsed?: readonly string[] | undefined;
  /** True when the only thing lacking is the other side of a pair. */
  readonly waitsForOtherSide?: boolean | undefined;
  /** The other side, where it was read in a way that cannot be added to this one. */
  readonly wantsAgain?: string | undefined;
  /** True when only a look that was not taken keeps this from being a fail. */
  readonly wantsLook?: boolean | undefined;
  /** Points of the same test that settle what is open here, once they are read. */
  readonly settledAt?: readonly string[] | undefined;
}

export interface AgainstLimit {
  readonly limit: VerdictLimit | null;
  readonly margin: number | null;
}

const measured = (
  limit: AppliedLimit,
  value: number,
  kind: 'min' | 'max',
  unit = LIMITS[limit.name].unit,
): AgainstLimit => ({
  limit: { value: tidy(limit.value), unit, kind, name: limit.name, from: limit.from },
  margin: tidy(kind === 'min' ? value - limit.value : limit.value - value),
});

/** The reading against a lowest allowed value. */
export const againstMin = (limit: AppliedLimit, value: number, unit?: 'V' | 'A'): AgainstLimit =>
  measured(limit, value, 'min', unit);

/** The reading against a highest allowed value. */
export const againstMax = (limit: AppliedLimit, value: number, unit?: 'mΩ'): AgainstLimit =>
  measured(limit, value, 'max', unit);

/** For answers that are seen rather than measured. */
export const NO_LIMIT: AgainstLimit = { limit: null, margin: null };

/** Closer to its limit than this a figure may be written like the limit itself. */
const WRITTEN_ALIKE: Readonly<Partial<Record<string, readonly [near: number, write: (figure: number) => string]>>> = {
  V: [0.01, voltsText],
  A: [1, ampsText],
  '%': [1, percentText],
};

/** A sentence that is true as written: the reading, which comes first, is told apart from the limit that follows it. */
const trueAsWritten = (sentence: string, { limit, margin }: AgainstLimit): string => {
  if (limit === null || margin === null || margin === 0) return sentence;
  const written = WRITTEN_ALIKE[limit.unit];
  if (written === undefined) return sentence;
  const [near, write] = written;
  if (Math.abs(margin) >= near) return sentence;
  const value = limit.kind === 'min' ? limit.value + margin : limit.value - margin;
  const alike = write(limit.value);
  if (write(value) !== alike) return sentence;
  const [own, border] = toldApart(value, limit.value, write);
  // Who wrote the sentence told them apart there already.
  if (sentence.includes(own)) return sentence;
  const [before, between, ...rest] = sentence.split(alike);
  if (before === undefined || between === undefined) return sentence;
  return [before, own, between, ...rest.flatMap((part, index) => [index === 0 ? border : alike, part])].join('');
};

// Written out field by field: visits are judged by the ten thousand, and spreading objects of many shapes is slow.
const outcome = (
  verdict: Verdict,
  { limit, margin }: AgainstLimit,
  because: string,
  redo: string | null,
  troubles: readonly Trouble[],
): Outcome => ({
  verdict,
  limit,
  margin,
  because: trueAsWritten(because, { limit, margin }),
  redo,
  // What is told of a trouble begins as the verdict does; either may go on.
  troubles: troubles.map((own) =>
    own.because.startsWith(because) || because.startsWith(own.because)
      ? { ...own, because: trueAsWritten(own.because, { limit, margin }) }
      : own,
  ),
  alsoUsed: undefined,
  waitsForOtherSide: undefined,
  wantsAgain: undefined,
  wantsLook: undefined,
  settledAt: undefined,
});

export const passed = (against: AgainstLimit, because: string, troubles: readonly Trouble[] = []): Outcome =>
  outcome('pass', against, because, null, troubles);

export const marginal = (against: AgainstLimit, because: string, troubles: readonly Trouble[] = []): Outcome =>
  outcome('marginal', against, because, null, troubles);

export const failed = (against: AgainstLimit, because: string, troubles: readonly Trouble[]): Outcome =>
  outcome('fail', against, because, null, troubles);

/** A reading that decides nothing; `redo` says what to do so that it will. */
export const inconclusive = (
  against: AgainstLimit,
  because: string,
  redo: string,
  troubles: readonly Trouble[] = [],
): Outcome => outcome('inconclusive', against, because, redo, troubles);

export const trouble = (
  code: FindingCode,
  subject: string,
  because: string,
  severity?: Severity | undefined,
): Trouble => (severity === undefined ? { code, subject, because } : { code, subject, because, severity });
