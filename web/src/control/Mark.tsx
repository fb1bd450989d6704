import type { ColdAnswer, Disposition, Verdict } from '@vaktman/core';
import styled from 'styled-components';

/** The four marks: worse means more ink, and each has a shape of its own besides its colour. */
export type MarkKind = 'passed' | 'marginal' | 'failed' | 'notyet';

export const VERDICT_MARK: Readonly<Record<Verdict, MarkKind>> = {
  pass: 'passed',
  marginal: 'marginal',
  fail: 'failed',
  inconclusive: 'notyet',
};
export const DISPOSITION_MARK: Readonly<Record<Disposition, MarkKind>> = {
  ready: 'passed',
  'ready-watch': 'marginal',
  hold: 'failed',
  unfinished: 'notyet',
  'no-sign': 'notyet',
};
export const ANSWER_MARK: Readonly<Record<ColdAnswer, MarkKind>> = {
  'will-not': 'failed',
  'may-not': 'marginal',
  unsaid: 'notyet',
  will: 'passed',
};
export const ANSWER_WORDS: Readonly<Record<ColdAnswer, string>> = {
  'will-not': 'will not',
  'may-not': 'may not',
  unsaid: 'cannot say',
  will: 'will start',
};
export const MARK_WORDS: Readonly<Record<MarkKind, string>> = {
  passed: 'passed',
  marginal: 'marginal',
  failed: 'failed',
  notyet: 'not yet',
};

/** The mark alone, drawn on a 20 by 20 field; for SVG drawings. */
export const MarkShape = ({ kind }: { kind: MarkKind }) => {
  switch (kind) {
    case 'passed':
      return (
        <g fill="none" stroke="var(--passed)" strokeWidth="2.2">
          <circle cx="10" cy="10" r="8.2" fill="var(--paper)" />
          <path d="M6 10.2l3 3 5-6" />
        </g>
      );
    case 'marginal':
      return (
        <g stroke="var(--ink)" strokeWidth="1.6" strokeLinejoin="round">
          <path d="M10 1l9 9-9 9-9-9z" fill="var(--paper)" />
          <path d="M10 1l9 9-9 9z" fill="var(--marginal)" />
        </g>
      );
    case 'failed':
      return (
        <g>
          <rect x="1" y="1" width="18" height="18" fill="var(--failed)" />
          <path d="M6 6l8 8M14 6l-8 8" stroke="var(--paper)" strokeWidth="2.6" />
        </g>
      );
    case 'notyet':
      return (
        <path
          d="M2 6.5V2h4.5M13.5 2H18v4.5M18 13.5V18h-4.5M6.5 18H2v-4.5M9 10h2"
          fill="none"
          stroke="var(--notyet)"
          strokeWidth="2"
        />
      );
  }
};

const Word = styled.span<{ $kind: MarkKind }>`
  display: inline-flex;
  align-items: center;
  gap: 0.4em;
  white-space: nowrap;
  text-transform: uppercase;
  font-weight: 700;
  font-stretch: 92%;
  letter-spacing: 0.03em;
  font-size: 0.84em;
  color: ${({ $kind }) => ($kind === 'marginal' ? 'var(--marginal-ink)' : `var(--${$kind})`)};
  svg {
    width: 1.45em;
    height: 1.45em;
    flex: none;
  }
`;

/** Mark and word together; the word is what a screen reader says. */
export const Mark = ({ kind, word }: { kind: MarkKind; word?: string }) => (
  <Word $kind={kind}>
    <svg viewBox="0 0 20 20" aria-hidden="true">
      <MarkShape kind={kind} />
    </svg>
    {word ?? MARK_WORDS[kind]}
  </Word>
);
