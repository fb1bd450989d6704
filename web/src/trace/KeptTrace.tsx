import type { VisitRecord } from '@vaktman/core';
import { useMemo } from 'react';
import { TraceDrawing } from '../drawing/TraceDrawing';
import { linesOfPicture } from '../drawing/traceLines';
import { useWidth } from '../drawing/useWidth';

/** A crank on the record: its picture and the line that tells of it. */
export const KeptTrace = ({ trace: { title, words, picture } }: { readonly trace: VisitRecord['traces'][number] }) => {
  const lines = useMemo(() => linesOfPicture(picture), [picture]);
  const [place, width] = useWidth<HTMLElement>(848);
  return (
    <section ref={place}>
      <h2>{title}</h2>
      <p>{words}</p>
      <TraceDrawing lines={lines} span={lines} width={width} />
    </section>
  );
};
