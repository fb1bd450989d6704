import { stepEntry, type ReadStep } from '@vaktman/core';
import { Navigate, useParams } from 'react-router';
import { Failed, Loading } from '../frame/Failed';
import { MainBar } from '../frame/MainBar';
import { LoadStep } from './LoadStep';
import { LookStep } from './LookStep';
import { isMeasureStep } from './measureSpecs';
import { MeasureStep } from './MeasureStep';
import { onwardPath, STEPS_WITH_SCREEN } from './nextPlace';
import { OpenCircuitStep } from './OpenCircuitStep';
import { SummaryView } from './SummaryView';
import { useJudged, useVisit } from './useVisit';
import type { VisitDetail } from '@vaktman/contract';

const Step = ({
  detail,
  step,
  point,
}: {
  detail: VisitDetail;
  step: string | undefined;
  point: string | undefined;
}) => {
  const judged = useJudged(detail);
  const visitId = detail.file.visit.id;
  if (step === 'summary') return <SummaryView detail={detail} judged={judged} />;
  if (step === 'look') return <LookStep detail={detail} judged={judged} />;
  if (step === undefined || point === undefined) return <Navigate to={onwardPath(visitId, judged)} replace />;
  const known =
    STEPS_WITH_SCREEN.has(step as ReadStep) &&
    stepEntry(step as ReadStep)
      .points(detail.file.unit)
      .includes(point);
  if (!known) return <Navigate to={`/visits/${visitId}/summary`} replace />;
  // A screen belongs to one step at one point: what was half typed for another must not carry over.
  const key = `${step}@${point}`;
  if (isMeasureStep(step)) return <MeasureStep key={key} detail={detail} judged={judged} point={point} step={step} />;
  const Screen = step === 'battery.load' ? LoadStep : OpenCircuitStep;
  return <Screen key={key} detail={detail} judged={judged} point={point} />;
};

/** One visit: a step of it, or its summary, as the address says. */
export const VisitView = () => {
  const { visitId = '', step, point } = useParams();
  const visit = useVisit(visitId);
  switch (visit.status) {
    case 'loading':
      return <Loading />;
    case 'missing':
      return (
        <>
          <MainBar />
          <Failed
            title="This visit is not known"
            words="Neither the server nor this device has it. Open the unit and choose one of its visits."
          />
        </>
      );
    case 'unreached':
      return (
        <>
          <MainBar />
          <Failed
            title="The visit could not be loaded"
            words="The server does not answer, and this device has no copy. Readings taken on this device are kept."
            again={() => location.reload()}
          />
        </>
      );
    case 'ready':
      return <Step detail={visit.detail} step={step} point={point} />;
  }
};
