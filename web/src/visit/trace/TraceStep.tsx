import {
  pictureOf,
  leadsFor,
  stepTitle,
  traceFacts,
  traceMarks,
  traceStep,
  CAUTION_WORDS,
  type TraceReading,
} from '@vaktman/core';
import { useEffect, useMemo, useState } from 'react';
import { ChoiceField } from '../../control/ChoiceField';
import { Key, PrimaryKey, PrimaryKeyLink } from '../../control/Key';
import { useOnce } from '../../control/useOnce';
import { linesOfPicture, linesOfRead } from '../../drawing/traceLines';
import { CYLINDER_CHOICES } from '../../trace/cylinderChoices';
import { packTrace } from '../../trace/packTrace';
import { TakeTrace } from '../../trace/TakeTrace';
import { TraceColumns } from '../../trace/TraceColumns';
import { TraceNotes } from '../../trace/TraceNotes';
import { useTrace, type TraceState } from '../../trace/useTrace';
import { useTraceFile } from '../../trace/useTraceFile';
import { CircuitFrame } from '../CircuitFrame';
import { LeadList } from '../LeadList';
import { MeasureHead } from '../measure/MeasureHead';
import { nextOnScreen, nextWords, onwardPath } from '../nextPlace';
import { SkipStep } from '../SkipStep';
import type { StepProps } from '../stepProps';
import { useRetake, type Retake } from '../useRetake';
import { isRetest, useConditions, useRecorder } from '../useVisit';
import { BurstKey, SimulatedCrank } from './OtherTraces';
import { TraceSheet } from './TraceSheet';
import { useGoodTrace } from './useGoodTrace';

const STEP = 'start.trace';

/** A crank that was kept: its picture, its figures, its verdict. */
const Kept = ({ detail, judged, point, reading, retake }: StepProps & { reading: TraceReading; retake: Retake }) => {
  const visitId = detail.file.visit.id;
  const { behind } = useGoodTrace(detail.file);
  const picture = detail.events.flatMap((event) =>
    event.kind === 'traced' && event.reading === reading.id ? [event.picture] : [],
  )[0];
  const lines = useMemo(() => (picture === undefined ? null : linesOfPicture(picture)), [picture]);
  const outcome = judged.outcomes.at(STEP, point);
  // It follows where its file was looked through: it is read from its top.
  useEffect(() => {
    window.scrollTo(0, 0);
  }, []);
  if (outcome === null) return null;
  return (
    <TraceSheet
      detail={detail}
      judged={judged}
      point={point}
      reading={reading}
      outcome={outcome}
      marks={traceMarks(reading, judged.outcomes)}
      lines={lines}
      behind={behind}
    >
      <Key onPress={retake.takeAgain}>Take again</Key>
      <Key onPress={retake.putRight}>It was taken wrongly</Key>
      <PrimaryKeyLink to={onwardPath(visitId, judged)}>{nextWords(nextOnScreen(judged))}</PrimaryKeyLink>
    </TraceSheet>
  );
};

/** A crank that was read and is not kept yet: looked at, its columns put right, judged as it would be. */
const Read = ({
  detail,
  judged,
  point,
  state,
  file,
  retake,
  choose,
  leave,
}: StepProps & {
  state: Extract<TraceState, { kind: 'read' }>;
  file: File;
  retake: Retake;
  choose: ReturnType<typeof useTraceFile>['choose'];
  leave: () => void;
}) => {
  const { read, name } = state;
  const { behind, known } = useGoodTrace(detail.file);
  const recorder = useRecorder(detail.file.visit.id, detail.file.visit.technician);
  const [conditions] = useConditions(detail, null);
  const warmth = conditions.batteryC === null ? {} : { batteryC: conditions.batteryC.celsius };
  const lines = useMemo(() => linesOfRead(read), [read]);
  const [columns, setColumns] = useState(false);
  const fields = { step: 'start.trace' as const, point, ...retake.corrects, ...traceFacts(read), ...known, ...warmth };
  const candidate = { ...fields, id: 'read', at: detail.file.visit.at } as TraceReading;
  const outcome = traceStep.judge(candidate, judged.outcomes);
  const problem = traceStep.problem?.(candidate, detail.file.unit) ?? null;
  const [pending, keep] = useOnce(async () => {
    const { data, meansOf } = await packTrace(file, read);
    await recorder.traced(fields, {
      name,
      picture: pictureOf(read),
      data,
      ...(meansOf === undefined ? {} : { meansOf }),
    });
    retake.done();
    leave();
  });
  if (outcome === null) return null;
  return (
    <TraceSheet
      detail={detail}
      judged={judged}
      point={point}
      reading={candidate}
      outcome={outcome}
      marks={traceMarks(candidate, judged.outcomes)}
      lines={lines}
      behind={behind}
      below={
        <>
          <TraceNotes read={read} name={name} />
          {columns ? (
            <TraceColumns
              preview={read.preview}
              found={read.answer.columns}
              choose={(choice) => choose(read.preview, choice)}
              close={() => setColumns(false)}
            />
          ) : null}
        </>
      }
    >
      {problem === null ? null : (
        <p role="alert" className="whole">
          Nothing in it can be kept: there is no rest, dip or plateau in it.
        </p>
      )}
      <Key onPress={() => setColumns(!columns)}>Columns</Key>
      <Key onPress={leave}>Another file</Key>
      <PrimaryKey isDisabled={pending || problem !== null} onPress={() => keep()}>
        Keep the trace
      </PrimaryKey>
    </TraceSheet>
  );
};

/** A crank on the oscilloscope: taken in as a file, a burst or from the simulated machine, judged, kept with its picture. */
export const TraceStep = (props: StepProps) => {
  const { detail, judged, point } = props;
  const { unit } = detail.file;
  const current = judged.outcomes.facts.current.get(`${STEP}@${point}`);
  const reading = current?.step === STEP ? current : undefined;
  const retake = useRetake(reading);
  const { state, take: readFile, callOff } = useTrace();
  const [cylinders, setCylinders] = useState(unit.engine?.cylinders === undefined ? '' : String(unit.engine.cylinders));
  const machine = useMemo(
    () => ({ systemVolts: unit.systemVolts, cylinders: cylinders === '' ? null : Number(cylinders) }),
    [unit.systemVolts, cylinders],
  );
  const { file, take, choose, forget } = useTraceFile(readFile, machine);
  const [left, setLeft] = useState(false);
  // A file that was just taken is looked at.
  useEffect(() => setLeft(false), [file]);
  if (reading !== undefined && !retake.again && !isRetest(judged, STEP, point))
    return <Kept {...props} reading={reading} retake={retake} />;
  if (state.kind === 'read' && file !== null && !left)
    return <Read {...props} state={state} file={file} retake={retake} choose={choose} leave={() => setLeft(true)} />;
  const leads = leadsFor(unit, STEP, point);
  return (
    <CircuitFrame
      detail={detail}
      judged={judged}
      step={STEP}
      point={point}
      test={stepTitle(STEP)}
      leads={leads}
      caution={CAUTION_WORDS['running-engine']}
      below={
        <p>
          Scope on the bank's posts, clamp round all leads of one post. Run it a second before the key is turned; let it
          start, and let it run two minutes for the charge where that is wanted.
        </p>
      }
    >
      <MeasureHead>{stepTitle(STEP)}</MeasureHead>
      <div className="on-phone">
        <LeadList unit={unit} leads={leads} />
      </div>
      {unit.engine?.cylinders === undefined ? (
        <ChoiceField
          label="Cylinders of the engine"
          value={cylinders}
          onChange={setCylinders}
          options={CYLINDER_CHOICES}
        />
      ) : null}
      <TakeTrace
        state={state}
        take={take}
        callOff={() => {
          forget();
          callOff();
        }}
        choose={choose}
      >
        <BurstKey visitId={detail.file.visit.id} point={point} take={take} />
        <SimulatedCrank file={detail.file} take={take} />
      </TakeTrace>
      {state.kind === 'read' ? <Key onPress={() => setLeft(false)}>Back to {state.name}</Key> : null}
      {reading === undefined ? null : <Key onPress={retake.done}>Keep the one there is</Key>}
      <SkipStep detail={detail} step={STEP} point={point} />
    </CircuitFrame>
  );
};
