import {
  stepEntry,
  ampsDecimals,
  crankCoolDown,
  figure,
  mainValue,
  pointName,
  separatingTests,
  stepTitle,
  type FeedQuantity,
  present,
  CAUTION_WORDS,
} from '@vaktman/core';
import { useState } from 'react';
import { Checkbox, Label, Radio, RadioGroup } from 'react-aria-components';
import { Link } from 'react-router';
import styled from 'styled-components';
import { useOnThisDevice } from '../clock/deviceTime';
import { useNow } from '../clock/useNow';
import { Figure } from '../control/Figure';
import { Key, KeyLink, PrimaryKeyLink, QuietKey } from '../control/Key';
import { Keypad, type EntryField } from '../control/Keypad';
import { FeedStrip } from '../feed/FeedStrip';
import { capturedOf, useFeed, type Feed } from '../feed/useFeed';
import { ReadInstruments } from '../practice/ReadInstruments';
import { clocksUsed } from '../clock/clockSlice';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { CoolDown } from './CoolDown';
import { LeadList } from './LeadList';
import { measureSpec } from './measure/measureSpec';
import type { MeasureStepName } from './measure/spec';
import { nextOnScreen, nextWords, onwardPath, placePath } from './nextPlace';
import { PullCircuits } from './PullCircuits';
import { ReadMeanwhile } from './ReadMeanwhile';
import { SkipStep } from './SkipStep';
import type { StepProps } from './stepProps';
import { useRetake } from './useRetake';
import { isRetest, useConditions, useRecorder } from './useVisit';
import { VerdictPanel } from './VerdictPanel';
import { CircuitFrame } from './VisitFrame';
import { WaitClock } from './WaitClock';

const Head = styled.h2`
  font-size: 1.9rem;
  margin-bottom: 0.6rem;
  ${PHONE} {
    font-size: 1.6rem;
  }
`;
const How = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 0.4rem 1.6rem;
  align-items: start;
  font-size: 1.15rem;
  > div {
    display: grid;
    gap: 0.45rem;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
    font-size: 1.05rem;
    ul {
      display: none;
    }
  }
`;
const Choices = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
  margin-bottom: 0.6rem;
  > span {
    font-size: 0.95rem;
    color: var(--ink-2);
    width: 100%;
  }
  label {
    min-height: 48px;
    display: inline-flex;
    align-items: center;
    padding: 0 0.9rem;
    border: 1.6px solid var(--rule);
    background: var(--raised);
    font-weight: 620;
    cursor: pointer;
  }
  label[data-selected] {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  label[data-focus-visible] {
    outline: 3px solid var(--steel);
    outline-offset: 2px;
  }
`;
const Moves = styled(Checkbox)`
  display: flex;
  align-items: center;
  gap: 0.7rem;
  min-height: 48px;
  font-weight: 620;
  cursor: pointer;
  .box {
    width: 28px;
    height: 28px;
    flex: none;
    border: 2px solid var(--ink);
    display: grid;
    place-items: center;
  }
  &[data-selected] .box {
    background: var(--live);
    color: var(--on-live);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--steel);
    outline-offset: 2px;
  }
`;
const Further = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  li a {
    display: flex;
    align-items: center;
    min-height: 52px;
    padding: 0 0.8rem;
    border: 1.4px solid var(--ink);
    font-weight: 640;
    text-decoration: none;
  }
  li a:hover {
    background: var(--shade);
  }
`;

/** Steps whose numbers come from a meter or clamp at once. */
/** Whoever cranks is told when the fifteen seconds are over; the strip at the foot counts them on every screen. */
const Cranking = ({ isOn, start, stop }: { isOn: boolean; start: () => void; stop: () => void }) =>
  isOn ? <Key onPress={stop}>It stands</Key> : <QuietKey onPress={start}>Cranking: count 15 s</QuietKey>;

/** What the instruments show, as typed: the steady value where there is one, the highest for a peak. */
const fedValues = (feed: Feed, fields: readonly EntryField[]): Record<string, string> => {
  const text = (quantity: FeedQuantity, decimals: number, peak: boolean): string | undefined => {
    const { steady, last, highest } = capturedOf(feed, quantity);
    const value = peak ? highest : (steady ?? last);
    return value === null ? undefined : value.toFixed(decimals);
  };
  const byKey: Readonly<Record<string, string | undefined>> = {
    volts: text('dc-volts', 3, false),
    acVolts: text('ac-volts', 3, false),
    amps: text('dc-amps', 1, false),
    peakAmps: text('dc-amps', 1, true),
    rpm: text('rpm', 0, false),
  };
  return Object.fromEntries(
    fields.flatMap(({ key }): [string, string][] => (byKey[key] === undefined ? [] : [[key, byKey[key]]])),
  );
};

/** What tells more after a failed reading, and the way to the findings. */
const AfterFailure = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const visitId = detail.file.visit.id;
  const tests = separatingTests(judged.judgement, judged.outcomes);
  return (
    <>
      {tests.length === 0 ? null : (
        <section>
          <h3>Tests that tell more: {present(tests[0]).why}</h3>
          <Further>
            {tests.map(({ step, point, why }) => (
              <li key={`${step}@${point}`}>
                <Link to={placePath(visitId, { step, point })} title={why}>
                  {stepTitle(step)}, {pointName(point)}
                </Link>
              </li>
            ))}
          </Further>
        </section>
      )}
      <KeyLink to={`/visits/${visitId}/findings`}>Findings and repair</KeyLink>
    </>
  );
};

/** One measurement on the unit's circuit: where the leads go, what to do, what it read, and the verdict at once. */
export const MeasureStep = ({ detail, judged, point, step }: StepProps & { step: MeasureStepName }) => {
  const visitId = detail.file.visit.id;
  const { unit } = detail.file;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const [conditions, change] = useConditions(
    detail,
    unit.bank.batteries.some(({ position }) => position === point) ? point : null,
  );
  const spec = measureSpec(unit, step, point, conditions.batteryC?.celsius ?? null);
  const [choices, setChoices] = useState<Record<string, string>>(() =>
    Object.fromEntries(spec.choices.map(({ key, initial }) => [key, initial])),
  );
  const [moves, setMoves] = useState(false);
  const [overridden, setOverridden] = useState(false);
  const [feeding, setFeeding] = useState(false);
  const [preset, setPreset] = useState<Readonly<Record<string, string>>>({});
  const feed = useFeed(visitId, step, point, feeding);
  const practice = useAppSelector((state) => state.practice.visits[visitId] !== undefined);
  const { facts } = judged.outcomes;
  const outcome = judged.outcomes.at(step, point);
  const reading = facts.current.get(`${step}@${point}`);
  // An entry that was opened stays open: what somebody else reads meanwhile does not take it away.
  const { again, corrects, takeAgain, putRight, done, fresh } = useRetake(reading);
  const cranks = spec.cranks(choices);
  const now = useNow(1000, cranks);
  const onDevice = useOnThisDevice(detail.file.readings, now);
  const cooling = cranks && !overridden ? crankCoolDown(onDevice, now) : null;
  const leads = spec.leads(choices);
  const idling = useAppSelector((state) => state.clocks.find(({ id }) => id === `idle:${visitId}`));
  // A clock that counts the minutes at idle is better than a guess at them.
  const idleMinutes = (): number => Math.floor((Date.now() - (idling?.startedMs ?? Date.now())) / 60_000);
  const fields = spec
    .fields(choices)
    .filter(({ key }) => spec.idleMinutes === null || idling === undefined || key !== 'minutes');
  const frame = { detail, judged, step, point, test: spec.title, leads, caution: CAUTION_WORDS[spec.caution] };
  const path = placePath(visitId, { step, point });
  const dispatch = useAppDispatch();

  if (reading !== undefined && !again && !isRetest(judged, step, point)) {
    const read = mainValue(reading);
    const value =
      read === null
        ? ''
        : figure(
            read.value,
            read.unit === 'V' ? 2 : Math.max(ampsDecimals(read.value), Number.isInteger(read.value) ? 0 : 1),
          );
    const warm = reading.unsteady === true && step.startsWith('charge.');
    return (
      <CircuitFrame
        {...frame}
        below={
          step === 'battery.drain' || step === 'battery.drainCircuit' ? (
            <PullCircuits detail={detail} judged={judged} />
          ) : outcome?.verdict === 'fail' ? (
            <AfterFailure detail={detail} judged={judged} />
          ) : warm ? (
            <WaitClock
              id={`warm:${visitId}`}
              name={`${unit.id}: warm up, read again`}
              minutes={10}
              path={placePath(visitId, { step: 'charge.volts', point: 'bank' })}
              startWords="It comes when warm: repeat in 10 min"
              runningWords="Warming up"
              doneWords={(minutes) => `Warm for ${minutes} min. Take the running volts again; both are kept.`}
            />
          ) : null
        }
      >
        <Head>{spec.title}</Head>
        {outcome === null ? (
          <>
            <p style={{ fontSize: '4rem' }}>
              <Figure text={value} unit={read?.unit ?? ''} />
            </p>
            <p>Kept. By itself it decides nothing on this machine.</p>
            <Key onPress={takeAgain}>Take again</Key>
            <PrimaryKeyLink to={onwardPath(visitId, judged)} autoFocus>
              {nextWords(nextOnScreen(judged))}
            </PrimaryKeyLink>
          </>
        ) : (
          <VerdictPanel
            compact
            outcome={outcome}
            value={value}
            unit={read?.unit ?? ''}
            next={nextOnScreen(judged)}
            nextPath={onwardPath(visitId, judged)}
            takeAgain={takeAgain}
            putRight={putRight}
            fresh={fresh}
          />
        )}
      </CircuitFrame>
    );
  }
  return (
    <CircuitFrame
      {...frame}
      below={
        <How>
          <div>
            {spec.how.map((line) => (
              <p key={line}>{line}</p>
            ))}
            {spec.alone === null ? null : <p>{spec.alone}</p>}
            {spec.idleMinutes === null ? null : (
              <WaitClock
                id={`idle:${visitId}`}
                name={`${unit.id}: idle, nothing on`}
                minutes={spec.idleMinutes}
                path={path}
                startWords={`It idles: start ${spec.idleMinutes} min`}
                runningWords="Idling"
                doneWords={(minutes) => `Idled ${minutes} min. Read now.`}
              />
            )}
          </div>
          <div>
            <LeadList unit={unit} leads={leads} />
            <Moves isSelected={moves} onChange={setMoves}>
              {({ isSelected }) => (
                <>
                  <span className="box" aria-hidden="true">
                    {isSelected ? '✓' : ''}
                  </span>
                  It moves when a cable is wiggled or when warm
                </>
              )}
            </Moves>
          </div>
        </How>
      }
    >
      <Head>{spec.title}</Head>
      <div className="on-phone">
        <LeadList unit={unit} leads={leads} />
      </div>
      {spec.choices.map(({ key, label, options }) => (
        <Choices
          key={key}
          value={choices[key] ?? ''}
          onChange={(value) => setChoices((before) => ({ ...before, [key]: value }))}
          orientation="horizontal"
        >
          <Label>{label}</Label>
          {options.map(([value, words]) => (
            <Radio key={value} value={value}>
              {words}
            </Radio>
          ))}
        </Choices>
      ))}
      {feeding ? (
        <FeedStrip feed={feed} close={() => setFeeding(false)} take={() => setPreset(fedValues(feed, fields))} />
      ) : practice || stepEntry(step).fedBy === undefined ? null : (
        <QuietKey onPress={() => setFeeding(true)}>Listen to the instruments</QuietKey>
      )}
      <ReadInstruments
        file={detail.file}
        step={step}
        point={point}
        way={choices['by'] ?? null}
        take={(read) => recorder.instrumentReading(read, 'simulated').then(done)}
      />
      <ReadMeanwhile detail={detail} reading={reading} keep={done} />
      {cooling === null ? (
        <Keypad
          key={`${cranks} ${String(again)} ${JSON.stringify(preset)}`}
          fields={fields.map((field) =>
            preset[field.key] === undefined ? field : { ...field, initial: preset[field.key] },
          )}
          saveWords={`Save, ${pointName(point)}`}
          save={(values) =>
            recorder
              .reading({
                ...spec.build(
                  spec.idleMinutes === null || idling === undefined ? values : { ...values, minutes: idleMinutes() },
                  choices,
                ),
                ...(moves ? { unsteady: true } : {}),
                ...corrects,
              })
              .then(() => {
                setPreset({});
                setFeeding(false);
                done();
                setMoves(false);
                setOverridden(false);
                // A clock that was waited for is done with once what it was for is read.
                if (spec.idleMinutes === null) dispatch(clocksUsed({ path }));
              })
          }
        />
      ) : (
        <CoolDown
          cooling={cooling}
          override={(reason) =>
            recorder.event({ kind: 'wait-skipped', wait: 'starter cools', reason }).then(() => setOverridden(true))
          }
        />
      )}
      {cranks && cooling === null ? (
        <Cranking
          isOn={conditions.hold?.kind === 'crank'}
          start={() =>
            change({
              hold: {
                kind: 'crank',
                unitId: unit.id,
                position: `${step}/${point}`,
                startedMs: Date.now(),
                offMs: null,
              },
            })
          }
          stop={() => change({ hold: null })}
        />
      ) : null}
      <SkipStep detail={detail} step={step} point={point} />
    </CircuitFrame>
  );
};
