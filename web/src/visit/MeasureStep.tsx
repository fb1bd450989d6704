import { CABLES_BACK, cablesGoBack, CAUTION_WORDS, LOGGED_STEPS, pointName, stepEntry } from '@vaktman/core';
import styled from 'styled-components';
import { Key, KeyLink, QuietKey } from '../control/Key';
import { Keypad } from '../control/Keypad';
import { FeedStrip } from '../feed/FeedStrip';
import { ReadInstruments } from '../practice/ReadInstruments';
import { useAppSelector } from '../store';
import { CoolDown } from './CoolDown';
import { LeadList } from './LeadList';
import { MeasureChoices } from './measure/MeasureChoices';
import { MeasureHead } from './measure/MeasureHead';
import { MeasureHow } from './measure/MeasureHow';
import { BelowVerdict, MeasureVerdict } from './measure/MeasureVerdict';
import type { MeasureStepName } from './measure/spec';
import { useMeasure } from './measure/useMeasure';
import { ReadMeanwhile } from './ReadMeanwhile';
import { SkipStep } from './SkipStep';
import type { StepProps } from './stepProps';
import { isRetest } from './useVisit';
import { CircuitFrame } from './CircuitFrame';

/** What may be begun before it is read. */
const Before = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: center;
  gap: 0 0.6rem;
`;

/** One measurement on the unit's circuit: where the leads go, what to do, what it read, and the verdict at once. */
export const MeasureStep = (props: StepProps & { step: MeasureStepName }) => {
  const { detail, judged, point, step } = props;
  const visitId = detail.file.visit.id;
  const { unit } = detail.file;
  const measure = useMeasure(props);
  const { recorder, spec, leads, reading, retake, feed, cooling, choices } = measure;
  const practice = useAppSelector((state) => state.practice.visits[visitId] !== undefined);
  const outcome = judged.outcomes.at(step, point);
  const before = cablesGoBack(unit, detail.file.readings, step) ? CABLES_BACK : null;
  const frame = { detail, judged, step, point, test: spec.title, leads, caution: CAUTION_WORDS[spec.caution] };

  if (reading !== undefined && !retake.again && !isRetest(judged, step, point))
    return (
      <CircuitFrame
        {...frame}
        below={<BelowVerdict detail={detail} judged={judged} reading={reading} outcome={outcome} />}
      >
        <MeasureVerdict
          detail={detail}
          judged={judged}
          title={spec.title}
          reading={reading}
          outcome={outcome}
          retake={retake}
        />
      </CircuitFrame>
    );
  return (
    <CircuitFrame
      {...frame}
      below={
        <MeasureHow
          visitId={visitId}
          step={step}
          unit={unit}
          spec={spec}
          path={measure.path}
          idlesAnew={measure.idlesAnew}
          before={before}
          leads={leads}
          readsAmps={measure.readsAmps}
          moves={measure.moves}
          setMoves={measure.setMoves}
        />
      }
    >
      <MeasureHead>{spec.title}</MeasureHead>
      <div className="on-phone">
        {before === null ? null : <strong>{before}</strong>}
        <LeadList unit={unit} leads={leads} />
      </div>
      <MeasureChoices spec={spec} choices={choices} choose={measure.choose} />
      {feed === null ? null : <FeedStrip feed={feed} close={measure.listenNoMore} take={measure.takeFed} />}
      <Before>
        {feed !== null || practice || stepEntry(step).fedBy === undefined ? null : (
          <QuietKey onPress={measure.listen}>Listen to the instruments</QuietKey>
        )}
        {/* Whoever cranks is told when the fifteen seconds are over; the strip at the foot counts them on every screen. */}
        {measure.cranks && cooling === null && !measure.isCranking ? (
          <QuietKey onPress={measure.startCrank}>Cranking: count 15 s</QuietKey>
        ) : null}
      </Before>
      <ReadInstruments
        file={detail.file}
        step={step}
        point={point}
        way={choices['by'] ?? null}
        take={(read) => recorder.instrumentReading(read, 'simulated').then(retake.done)}
      />
      <ReadMeanwhile detail={detail} reading={reading} keep={retake.done} />
      {cooling === null ? (
        <Keypad
          key={measure.entryKey}
          keptAs={measure.entryKey}
          fields={measure.fields}
          above={measure.isCranking ? <Key onPress={measure.endCrank}>It stands</Key> : null}
          isDense={measure.fields.length + spec.choices.length > 3}
          saveWords={`Save, ${pointName(point)}`}
          save={measure.save}
        />
      ) : (
        <CoolDown cooling={cooling} override={measure.goOnWarm} />
      )}
      {LOGGED_STEPS.some((own) => own === step) ? (
        <KeyLink to={`/visits/${visitId}/log/${encodeURIComponent(`${step}@${point}`)}`}>
          It comes and goes: log it
        </KeyLink>
      ) : null}
      <SkipStep detail={detail} step={step} point={point} />
    </CircuitFrame>
  );
};
