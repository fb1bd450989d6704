import { LIMITS } from '../method/limit';
import { PROFILES } from '../method/profile';
import { limitText, marginText } from '../judging/limitText';
import { stepTitle } from '../step/catalogue';
import { pointName } from '../unit/pointName';
import type { Judgement, JudgedStepEntry } from './judgement';
import type { JudgedStep } from '../step/catalogue';
import { DISPOSITION_WORDS } from './disposition';
import { VERDICT_WORDS } from './words';

const FROM = { maker: "maker's figure", visit: "this visit's own limit", profile: 'method' } as const;

const limitLine = ({ limit, margin }: JudgedStepEntry): string[] => {
  if (limit === null) return [];
  const side = margin === null ? '' : `, margin ${marginText(margin, limit.unit)}`;
  const why = limit.name === null ? '' : `, ${limit.name}: ${LIMITS[limit.name].reason} (${LIMITS[limit.name].source})`;
  return [`    limit ${limitText(limit)}${side}; ${FROM[limit.from]}${why}`];
};

/** A judgement as text a technician can read: each step with limit and reason, then findings and what is next. */
export const explain = (judgement: Judgement): string => {
  const profile = PROFILES[judgement.method.profile];
  const lines = [
    `Method: ${profile.title}, version ${judgement.method.version}. ${profile.why}`,
    `Disposition: ${DISPOSITION_WORDS[judgement.disposition]}`,
    '',
    'Steps',
    ...judgement.steps.flatMap((entry) => [
      `  ${stepTitle(entry.step as JudgedStep)}, ${pointName(entry.point)}: ${VERDICT_WORDS[entry.verdict]}`,
      `    ${entry.because}`,
      ...limitLine(entry),
      ...(entry.redo === null ? [] : [`    To do: ${entry.redo}`]),
      ...entry.earlier.map(({ verdict }) => `    before: ${VERDICT_WORDS[verdict]}`),
    ]),
    '',
    judgement.findings.length === 0 ? 'No findings' : 'Findings',
    ...judgement.findings.map(
      ({ severity, code, subject, because }) => `  ${severity}: ${code}, ${pointName(subject)}. ${because}`,
    ),
    ...judgement.advice.map((line) => `  ${line}`),
    '',
    judgement.missing.length === 0
      ? 'Nothing owed is unread'
      : `Not read: ${judgement.missing.map(({ step, point }) => `${stepTitle(step as JudgedStep)}, ${pointName(point)}`).join('; ')}`,
    judgement.next === null
      ? 'Nothing is next'
      : `Next: ${stepTitle(judgement.next.step as JudgedStep)}, ${pointName(judgement.next.point)}. ${judgement.next.because}`,
  ];
  return `${lines.join('\n')}\n`;
};
