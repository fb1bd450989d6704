import type { VisitDetail } from '@vaktman/contract';
import {
  CATALOGUE,
  hasPoint,
  LOGGED_STEPS,
  runAt,
  signatureOf,
  stoppedByBattery,
  type Place,
  type ReadStep,
} from '@vaktman/core';
import { memo, type ComponentType } from 'react';
import { Navigate, useParams } from 'react-router';
import { Loading } from '../frame/Failed';
import { FailedPage } from '../frame/FailedPage';
import { HazardStrip } from '../practice/HazardStrip';
import { usePracticeGround } from '../practice/usePracticeGround';
import { useAppSelector } from '../store';
import { AgainView } from './AgainView';
import { CloseView } from './CloseView';
import { DrainStep } from './drain/DrainStep';
import { FindingsView } from './FindingsView';
import { HydrometerStep } from './HydrometerStep';
import { LadderStep } from './LadderStep';
import { LoadStep } from './LoadStep';
import { LogStep } from './log/LogStep';
import { LookStep } from './LookStep';
import { isMeasureStep } from './measure/measureSpec';
import { MakeSafe } from './MakeSafe';
import { MeasureStep } from './MeasureStep';
import { onwardPath } from './nextPlace';
import { OpenCircuitStep } from './OpenCircuitStep';
import { RecordView } from './RecordView';
import { RunStep } from './run/RunStep';
import type { StepProps } from './stepProps';
import { SignedView } from './SignedView';
import { SummaryView } from './SummaryView';
import { useMayIn } from './useMayIn';
import { isRetest, useJudged, useVisit } from './useVisit';
import { TraceStep } from './trace/TraceStep';
import { WalkStep } from './WalkStep';

const isReadStep = (step: string): step is ReadStep => CATALOGUE.some((entry) => entry.step === step);

/** Sheets about the whole visit, and the steps that share one screen, by the name in the address. */
const WHOLE: Readonly<Record<string, ComponentType<Omit<StepProps, 'point'>>>> = {
  summary: SummaryView,
  look: LookStep,
  findings: FindingsView,
  close: CloseView,
  record: RecordView,
  again: AgainView,
  'start.ladder': LadderStep,
  'start.walk': WalkStep,
};

/** Sheets that only show: they stay open once the visit is signed off. */
const READ_ONLY: ReadonlySet<string> = new Set(['summary', 'record', 'again']);
/** The same, and what was found: who only looks has these. */
const TO_LOOK_AT: ReadonlySet<string> = new Set([...READ_ONLY, 'findings']);

/** The test of a sheet, for what a damaged battery stops; null where the sheet is none, or tells it by itself. */
const testOf = (step: string | undefined, point: string | undefined): Place | null => {
  if (step === 'start.ladder') return { step: 'start.crankVolts', point: 'bank' };
  if (step === 'start.walk') return { step, point: 'attempt' };
  if (step === undefined || point === undefined || step === 'battery.load') return null;
  if (step !== 'log') return isReadStep(step) ? { step, point } : null;
  const [of = '', ...at] = point.split('@');
  return testOf(of, at.join('@'));
};

interface StepAt {
  readonly detail: VisitDetail;
  readonly step: string | undefined;
  readonly point: string | undefined;
}

/** What is sent and fetched meanwhile is no other visit: the screen is drawn anew only when this one has changed. */
const Step = memo(({ detail, step, point }: StepAt) => {
  const judged = useJudged(detail);
  const visitId = detail.file.visit.id;
  const signature = signatureOf(detail.events);
  const reads = useMayIn(visitId, 'trainee');
  if (!reads && (step === undefined || !TO_LOOK_AT.has(step)))
    return <Navigate to={`/visits/${visitId}/summary`} replace />;
  if (signature.status === 'signed' && (step === undefined || !READ_ONLY.has(step)))
    return <SignedView detail={detail} judged={judged} signature={signature} />;
  if (signature.status === 'discarded' && (step === undefined || !READ_ONLY.has(step)))
    return <Navigate to={`/visits/${visitId}/summary`} replace />;
  const test = testOf(step, point);
  const stopped = test === null ? null : stoppedByBattery(judged.outcomes, detail.events, test);
  const stands = test !== null && judged.outcomes.facts.current.has(`${test.step}@${test.point}`);
  // What was read before it was seen stays to be looked at.
  if (test !== null && stopped !== null && !(stands && !isRetest(judged, test.step, test.point)))
    return <MakeSafe detail={detail} judged={judged} test={test} stopped={stopped} />;
  const Whole = step === undefined ? undefined : WHOLE[step];
  if (Whole !== undefined) return <Whole detail={detail} judged={judged} />;
  if (step === undefined || point === undefined) return <Navigate to={onwardPath(visitId, judged)} replace />;
  if (step === 'log') {
    const [of = '', ...at] = point.split('@');
    const logged = LOGGED_STEPS.find((own) => own === of);
    if (logged !== undefined && hasPoint(logged, detail.file.unit, at.join('@')))
      return <LogStep detail={detail} judged={judged} step={logged} point={at.join('@')} />;
  }
  if (!isReadStep(step) || !hasPoint(step, detail.file.unit, point))
    return <Navigate to={`/visits/${visitId}/summary`} replace />;
  if (step.startsWith('look.') && !isMeasureStep(step)) return <Navigate to={`/visits/${visitId}/look`} replace />;
  // A screen belongs to one step at one point: what was half typed for another must not carry over.
  const key = `${step}@${point}`;
  if (isMeasureStep(step)) return <MeasureStep key={key} detail={detail} judged={judged} point={point} step={step} />;
  if (step === 'run.volts')
    return <RunStep key={runAt(detail.file, point)?.key} detail={detail} judged={judged} point={point} />;
  if (step === 'battery.drain' || step === 'battery.drainCircuit')
    return <DrainStep detail={detail} judged={judged} point={point} />;
  if (step === 'start.trace') return <TraceStep key={key} detail={detail} judged={judged} point={point} />;
  const Screen = step === 'battery.load' ? LoadStep : step === 'battery.hydrometer' ? HydrometerStep : OpenCircuitStep;
  return <Screen key={key} detail={detail} judged={judged} point={point} />;
});
Step.displayName = 'Step';

/** One visit: a step of it, or its summary, as the address says. */
export const VisitView = () => {
  const { visitId = '', step, point } = useParams();
  const visit = useVisit(visitId);
  const practice = useAppSelector((state) => state.practice.visits[visitId] !== undefined);
  usePracticeGround(practice);
  switch (visit.status) {
    case 'loading':
      return <Loading />;
    case 'missing':
      return (
        <FailedPage
          title="This visit is not known"
          words="Neither the server nor this device has it. Open the unit and choose one of its visits."
        />
      );
    case 'unreached':
      return (
        <FailedPage
          title="The visit could not be loaded"
          words="The server does not answer, and this device has no copy. Readings taken on this device are kept."
          again={() => location.reload()}
        />
      );
    case 'ready':
      return (
        <>
          {practice ? <HazardStrip /> : null}
          {/* A screen belongs to one visit, step and point: nothing half done for one may land in another. */}
          <Step key={`${visitId} ${step ?? ''} ${point ?? ''}`} detail={visit.detail} step={step} point={point} />
        </>
      );
  }
};
