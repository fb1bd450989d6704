import type { JudgedOutcome, Outcome, TraceMarks, TraceReading } from '@vaktman/core';
import { findingWords } from '@vaktman/core';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Words } from '../../control/Words';
import { inReach } from '../../control/inReach';
import { Mark, VERDICT_MARK } from '../../control/Mark';
import type { Behind } from '../../drawing/TraceDrawing';
import type { TraceLines } from '../../drawing/traceLines';
import { NARROW, PHONE } from '../../theme/screen';
import { CylinderStrip } from '../../trace/CylinderStrip';
import { TraceChart } from '../../trace/TraceChart';
import { TraceFigures } from '../../trace/TraceFigures';
import { StepBeforeStrip } from '../StepBeforeStrip';
import type { StepProps } from '../stepProps';
import { StepTitle } from '../StepTitle';

const Columns = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 0.4rem 1.5rem;
  padding: 0.8rem 1.5rem 1rem;
  h2 {
    font-size: 2.1rem;
  }
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 320px;
  }
  ${PHONE} {
    display: flex;
    flex-direction: column;
    padding: 0.5rem 0.9rem 3rem;
  }
`;
const Left = styled.section`
  min-width: 0;
  display: grid;
  gap: 0.7rem;
  align-content: start;
`;
const Right = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 0.8rem;
  /* The keys stay in sight from the top of the sheet on. */
  ${PHONE} {
    display: contents;
  }
`;
const Foot = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem;
  margin-top: auto;
  [data-primary],
  .whole {
    grid-column: 1 / -1;
  }
  ${inReach}
`;
const Because = styled.p`
  font-size: 1.02rem;
  line-height: 1.25;
`;

/** What a crank shows, in a few words. */
const traceHeadline = (
  { fired }: Pick<TraceReading, 'fired'>,
  { troubles, verdict }: Pick<Outcome, 'troubles' | 'verdict'>,
): string => {
  const starts = fired === undefined ? 'No crank in it' : fired ? 'It starts' : 'It does not start';
  if (troubles.length > 0)
    return `${starts}. ${troubles
      .slice(0, 2)
      .map(({ code, subject }) => findingWords(code, subject))
      .join('. ')}`;
  return verdict === 'pass' ? `${starts}. Nothing stands out` : starts;
};

/** A trace on the sheet of its step: the drawing and the cylinders, the figures beside, what it means, and what is next. */
export const TraceSheet = ({
  detail,
  judged,
  point,
  reading,
  outcome,
  marks,
  lines,
  behind,
  below,
  children,
}: StepProps & {
  readonly reading: TraceReading;
  readonly outcome: Outcome | JudgedOutcome;
  readonly marks: TraceMarks;
  /** Null where the samples are not at hand. */
  readonly lines: TraceLines | null;
  readonly behind: Behind | null;
  readonly below?: ReactNode;
  readonly children: ReactNode;
}) => (
  <>
    <StepTitle detail={detail} judged={judged} point={point} test="Trace of a crank" />
    <StepBeforeStrip />
    <Columns>
      <Left>
        <h2>{traceHeadline(reading, outcome)}</h2>
        {lines === null ? (
          <p>The picture of this crank is not on this device.</p>
        ) : (
          <TraceChart lines={lines} behind={behind} />
        )}
        {behind === null ? null : <small>Grey behind it: {behind.words}.</small>}
        <CylinderStrip reading={reading} limits={judged.outcomes.facts.limits} />
        {below}
      </Left>
      <Right>
        <TraceFigures reading={reading} marks={marks} />
        <Because>
          <Mark kind={VERDICT_MARK[outcome.verdict]} /> <Words>{outcome.because}</Words>{' '}
          {outcome.redo === null ? null : (
            <strong>
              <Words>{outcome.redo}</Words>
            </strong>
          )}
        </Because>
        <Foot>{children}</Foot>
      </Right>
    </Columns>
  </>
);
