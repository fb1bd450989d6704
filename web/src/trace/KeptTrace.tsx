import type { VisitId, VisitRecord } from '@vaktman/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { TraceDrawing } from '../drawing/TraceDrawing';
import { linesOfPicture } from '../drawing/traceLines';
import { useWidth } from '../drawing/useWidth';

const OnScreen = styled.a`
  display: inline-block;
  min-height: 48px;
  line-height: 48px;
  padding: 0 0.6rem;
  color: inherit;
  @media print {
    display: none;
  }
`;

/** A crank on the record: its picture and the line that tells of it. */
export const KeptTrace = ({
  visitId,
  trace: { title, words, picture, eventId },
}: {
  readonly visitId: VisitId;
  readonly trace: VisitRecord['traces'][number];
}) => {
  const lines = useMemo(() => linesOfPicture(picture), [picture]);
  const [place, width] = useWidth<HTMLElement>(848);
  return (
    <section ref={place}>
      <h2>{title}</h2>
      <p>
        {words} <OnScreen href={`/api/visits/${visitId}/traces/${eventId}`}>Samples as a file</OnScreen>
      </p>
      <TraceDrawing lines={lines} span={lines} width={width} />
    </section>
  );
};
