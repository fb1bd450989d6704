import { findingWords } from '../finding/catalogue';
import type { Severity } from '../judging/findingCode';
import type { Judgement } from './judgement';
import type { Verdict } from '../judging/verdict';

/** Verdicts and severities as the screen, the print and the text output say them. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  pass: 'passed',
  marginal: 'marginal',
  fail: 'failed',
  inconclusive: 'not yet',
};
export const SEVERITY_WORDS: Readonly<Record<Severity, string>> = {
  replace: 'replace',
  repair: 'repair',
  recharge: 'recharge',
  recheck: 'check again',
  watch: 'watch',
};

/** One line that says how a visit came out: its gravest finding, or what is still owed, or that all passed. */
export const headline = ({
  findings,
  missing,
  disposition,
}: Pick<Judgement, 'findings' | 'missing' | 'disposition'>): string => {
  const worst = findings[0];
  if (worst !== undefined) return findingWords(worst.code, worst.subject);
  if (missing.length > 0) return missing.length === 1 ? '1 step not read' : `${missing.length} steps not read`;
  return disposition === 'ready' ? 'Everything read and good' : 'A step has to be read again';
};
