import type { VisitDetail } from '@vaktman/contract';
import { pathLayout, type Leads } from '@vaktman/core';
import { useMemo, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { PathDrawing } from '../drawing/PathDrawing';
import { pathFaces } from '../drawing/pathFaces';
import { NARROW, PHONE } from '../theme/screen';
import { bankFaces } from './bankFaces';
import { Hazard, Work } from './frameStyle';
import { placePath } from './nextPlace';
import { StepBeforeStrip } from './StepBeforeStrip';
import { StepTitle } from './StepTitle';
import type { Judged } from './useVisit';

const Circuit = styled.main`
  .on-phone {
    display: none;
  }
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 0 1.5rem;
  padding: 0.8rem 1.5rem 1rem;
  min-height: calc(100dvh - 62px);
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 320px;
  }
  ${PHONE} {
    display: flex;
    flex-direction: column;
    padding: 0.3rem 0.9rem 3rem;
    gap: 0.4rem;
    .on-phone {
      display: block;
    }
  }
`;
const Drawn = styled.section`
  min-width: 0;
  display: flex;
  flex-direction: column;
  gap: 0.7rem;
  .strip {
    display: none;
  }
  ${PHONE} {
    display: contents;
    .whole {
      display: none;
    }
    .strip {
      display: block;
      border-bottom: 1px solid var(--rule);
      order: -1;
      svg {
        max-height: 6.6rem;
      }
    }
    /* Below what is typed. */
    > * {
      order: 1;
    }
  }
`;
/** On a phone its parts stand in the sheet itself, so that the keypad stays in reach whatever stands above. */
const Entry = styled(Work)`
  ${PHONE} {
    display: contents;
  }
`;

/** The sheet of a step on the unit's circuit: the path drawing at the left with what to do below, the entry at the right. */
export const CircuitFrame = ({
  detail,
  judged,
  step,
  point,
  test,
  leads,
  caution,
  below,
  children,
}: {
  detail: VisitDetail;
  judged: Judged;
  step: string;
  point: string;
  test: string;
  leads?: Leads | undefined;
  caution: string | null;
  below: ReactNode;
  children: ReactNode;
}) => {
  const navigate = useNavigate();
  const { unit, visit } = detail.file;
  const layout = useMemo(() => pathLayout(unit), [unit]);
  const drawing = {
    unit,
    faces: pathFaces(layout, judged),
    batteries: bankFaces(judged),
    leads,
    current: `${step}@${point}`,
    onPress: (toStep: string, toPoint: string) => void navigate(placePath(visit.id, { step: toStep, point: toPoint })),
  };
  return (
    <>
      <StepTitle detail={detail} judged={judged} point={point} test={test} />
      <StepBeforeStrip />
      <Circuit>
        <Drawn>
          <div className="whole">
            <PathDrawing {...drawing} />
          </div>
          <div className="strip">
            <PathDrawing {...drawing} crop onPress={undefined} />
          </div>
          {below}
          {caution === null ? null : <Hazard>{caution}</Hazard>}
        </Drawn>
        <Entry>{children}</Entry>
      </Circuit>
    </>
  );
};

/** The sheet of a step with a drawing of its own at the left and the entry at the right. */
export const DrawnFrame = ({
  detail,
  judged,
  point,
  test,
  caution,
  drawing,
  strip,
  below,
  children,
}: {
  detail: VisitDetail;
  judged: Judged;
  point: string;
  test: string;
  caution: string | null;
  drawing: ReactNode;
  /** What stands in for the drawing on a phone. */
  strip: ReactNode;
  below: ReactNode;
  children: ReactNode;
}) => (
  <>
    <StepTitle detail={detail} judged={judged} point={point} test={test} />
    <StepBeforeStrip />
    <Circuit>
      <Drawn>
        <div className="whole">{drawing}</div>
        <div className="strip">{strip}</div>
        {below}
        {caution === null ? null : <Hazard>{caution}</Hazard>}
      </Drawn>
      <Entry>{children}</Entry>
    </Circuit>
  </>
);
