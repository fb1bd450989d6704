import {
  measuredFigure,
  pointName,
  stepTitle,
  VERDICT_WORDS,
  type Conducted,
  type JudgedOutcome,
  type JudgedStep,
} from '@vaktman/core';
import type { ReactNode } from 'react';
import { useLocation } from 'react-router';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { Figure } from '../control/Figure';
import { inReach } from '../control/inReach';
import { Key, PrimaryKey, PrimaryKeyLink } from '../control/Key';
import { Mark, VERDICT_MARK } from '../control/Mark';
import { PHONE } from '../theme/screen';
import { nextWords } from './nextPlace';
import { useGoOn } from './useGoOn';

const Panel = styled.div`
  display: flex;
  flex-direction: column;
  flex: 1;
  gap: 0.9rem;
`;
const Value = styled.p<{ $compact: boolean }>`
  font-size: ${({ $compact }) => ($compact ? '5.6rem' : 'clamp(5rem, 15vw, 11.6rem)')};
  line-height: 1;
  .unit {
    font-size: 0.3em;
  }
  ${PHONE} {
    font-size: 6.4rem;
  }
`;
const Word = styled.p`
  font-size: 2.2rem;
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.4rem;
  align-items: center;
  .margin {
    font-size: 1.5rem;
  }
`;
const Because = styled.p`
  font-size: 1.35rem;
  max-width: 46rem;
`;
const Redo = styled.p`
  font-size: 1.35rem;
  font-weight: 680;
  border-left: 8px solid var(--notyet);
  padding-left: 0.8rem;
  max-width: 46rem;
`;
const Keys = styled.div<{ $compact: boolean }>`
  display: grid;
  grid-template-columns: ${({ $compact }) => ($compact ? '1fr' : 'minmax(10rem, 1fr) 2.2fr')};
  gap: 1rem;
  margin-top: auto;
  ${inReach}
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;

const marginWords = ({ limit, margin }: JudgedOutcome): string | null => {
  if (limit === null || margin === null) return null;
  const good = margin >= 0;
  const side = limit.kind === 'min' ? (good ? 'above' : 'under') : good ? 'within' : 'over';
  return `${measuredFigure(Math.abs(margin), limit.unit)} ${limit.unit} ${side} the limit ${measuredFigure(limit.value, limit.unit)}`;
};

const Again = styled.div`
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  gap: 8px;
`;

/** Seconds until it goes on by itself. */
const Seconds = styled.span`
  font-family: 'B612 Mono', monospace;
  border: 2px solid currentColor;
  padding: 0 0.5rem;
`;

/** A verdict at once: the value huge, mark and word, margin, reason, and the next thing to do. */
export const VerdictPanel = ({
  outcome,
  value,
  unit,
  next,
  nextPath,
  takeAgain,
  putRight,
  fresh = false,
  compact = false,
  children,
}: {
  outcome: JudgedOutcome;
  value: string;
  unit: string;
  next: Conducted | null;
  nextPath: string;
  takeAgain: () => void;
  /** Takes it again in place of this one, which was a mistake. */
  putRight: () => void;
  /** True when it was read on this very screen: a pass then goes on by itself. */
  fresh?: boolean;
  /** In a narrow column beside a drawing. */
  compact?: boolean;
  children?: ReactNode;
}) => {
  const margin = marginWords(outcome);
  const sameAgain = next !== null && next.step === outcome.step && next.point === outcome.point;
  const { pathname } = useLocation();
  const going = useGoOn(
    fresh && outcome.verdict === 'pass' && outcome.redo === null && next !== null && !sameAgain ? nextPath : null,
    {
      path: pathname,
      words: `${stepTitle(outcome.step as JudgedStep)}, ${pointName(outcome.point)}: ${value} ${unit}, ${VERDICT_WORDS[outcome.verdict]}`,
    },
  );
  return (
    <Panel>
      <Value $compact={compact}>
        <Figure text={value} unit={unit} />
      </Value>
      <Word role="status">
        <Mark kind={VERDICT_MARK[outcome.verdict]} />
        {margin === null ? null : (
          <span className="margin">
            <Words>{margin}</Words>
          </span>
        )}
      </Word>
      <Because>
        <Words>{outcome.because}</Words>
      </Because>
      {outcome.redo === null ? null : (
        <Redo>
          <Words>{outcome.redo}</Words>
        </Redo>
      )}
      {children}
      <Keys $compact={compact}>
        {sameAgain ? (
          <span />
        ) : (
          <Again>
            {going.seconds === null ? null : <Key onPress={going.stay}>Stay here</Key>}
            <Key onPress={takeAgain}>Take again</Key>
            {outcome.verdict === 'fail' ? <Key onPress={putRight}>It was taken wrongly</Key> : null}
          </Again>
        )}
        {sameAgain ? (
          <PrimaryKey autoFocus onPress={takeAgain}>
            {stepTitle(next.step)} again, {pointName(next.point)}
          </PrimaryKey>
        ) : (
          <PrimaryKeyLink to={nextPath} autoFocus>
            {nextWords(next)}
            {going.seconds === null ? null : <Seconds aria-hidden="true">{going.seconds}</Seconds>}
          </PrimaryKeyLink>
        )}
      </Keys>
    </Panel>
  );
};
