import { pointName } from '@vaktman/core';
import { useState } from 'react';
import { Radio, RadioGroup, Label } from 'react-aria-components';
import styled from 'styled-components';
import { clockStarted, clockText, secondsLeft } from '../clock/clockSlice';
import { useNow } from '../clock/useNow';
import { Key } from '../control/Key';
import { Keypad } from '../control/Keypad';
import { useAppDispatch, useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { CAUTION_WORDS } from './cautions';
import { measureSpec, type MeasureStepName } from './measureSpecs';
import { nextOnScreen, onwardPath } from './nextPlace';
import type { StepProps } from './stepProps';
import { useRecorder } from './useVisit';
import { VerdictPanel } from './VerdictPanel';
import { VisitFrame } from './VisitFrame';

const Entry = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 24rem);
  gap: 2rem;
  h2 {
    font-size: 2.3rem;
    margin-bottom: 0.6rem;
  }
  p {
    font-size: 1.2rem;
    margin-bottom: 0.6rem;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
    gap: 0.6rem;
    h2 {
      font-size: 1.7rem;
    }
  }
`;
const Probes = styled.ul`
  border-top: 1px solid var(--rule);
  margin-bottom: 0.8rem;
  li {
    display: grid;
    grid-template-columns: 6.2rem 1fr;
    gap: 0.8rem;
    align-items: center;
    min-height: 46px;
    border-bottom: 1px solid var(--rule);
    font-size: 1.15rem;
  }
`;
const Flag = styled.strong<{ $ground: string; $ink: string }>`
  background: ${({ $ground }) => $ground};
  color: ${({ $ink }) => $ink};
  padding: 0.2rem 0.6rem;
  font-size: 0.95rem;
  letter-spacing: 0.03em;
  clip-path: polygon(0 0, calc(100% - 12px) 0, 100% 50%, calc(100% - 12px) 100%, 0 100%);
`;
const Choices = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
  margin-bottom: 0.8rem;
  label {
    min-height: 48px;
    display: inline-flex;
    align-items: center;
    padding: 0 1rem;
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
const SECONDS_PER_MINUTE = 60;

/** Minutes at idle as a named clock; it runs on while other steps or other units are worked on. */
const IdleClock = ({
  visitId,
  unitId,
  minutes,
  path,
}: {
  visitId: string;
  unitId: string;
  minutes: number;
  path: string;
}) => {
  const dispatch = useAppDispatch();
  const id = `idle:${visitId}`;
  const clock = useAppSelector((state) => state.clocks.find((candidate) => candidate.id === id));
  const now = useNow(500, clock !== undefined);
  if (clock === undefined) {
    const start = (): void =>
      void dispatch(
        clockStarted({
          id,
          name: `${unitId}: idle, nothing on`,
          path,
          startedMs: Date.now(),
          seconds: minutes * SECONDS_PER_MINUTE,
        }),
      );
    return <Key onPress={start}>It idles: start {minutes} min</Key>;
  }
  const left = secondsLeft(clock, now);
  return (
    <p role="timer">
      {left > 0
        ? `Idling: ${clockText(left)} to go.`
        : `Idled ${Math.floor((now - clock.startedMs) / 60_000)} min. Read now.`}
    </p>
  );
};

/** One measurement: what to do, where the probes go, what it read, and the verdict at once. */
export const MeasureStep = ({ detail, judged, point, step }: StepProps & { step: MeasureStepName }) => {
  const visitId = detail.file.visit.id;
  const { unit } = detail.file;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const spec = measureSpec(unit, step, point);
  const [choice, setChoice] = useState(spec.choice?.initial ?? '');
  const [again, setAgain] = useState(false);
  const outcome = judged.outcomes.at(step, point);
  const reading = judged.outcomes.facts.current.get(`${step}@${point}`);
  const main = spec.fields[0]!;
  const frame = {
    detail,
    judged,
    point,
    test: spec.title,
    caution: CAUTION_WORDS[spec.caution],
    side: spec.alone === null ? null : <p>{spec.alone}</p>,
  };
  if (outcome !== null && reading !== undefined && !again) {
    const read = (reading as unknown as Record<string, unknown>)[main.key];
    return (
      <VisitFrame {...frame}>
        <h2>{spec.title}</h2>
        <VerdictPanel
          outcome={outcome}
          value={typeof read === 'number' ? (main.unit === 'V' ? read.toFixed(2) : String(read)) : ''}
          unit={main.unit}
          next={nextOnScreen(judged)}
          nextPath={onwardPath(visitId, judged)}
          takeAgain={() => setAgain(true)}
        />
      </VisitFrame>
    );
  }
  // While cranking nobody reads the amps unless a clamp is on: they may be left out then.
  const fields =
    choice === 'crank'
      ? spec.fields.map((field) =>
          field.key === 'amps' ? { ...field, optional: true, label: 'Crank amps', usual: [50, 2500] as const } : field,
        )
      : spec.fields;
  return (
    <VisitFrame {...frame}>
      <Entry>
        <div>
          <h2>{spec.title}</h2>
          {spec.how.map((line) => (
            <p key={line}>{line}</p>
          ))}
          <Probes aria-label="Where the probes go">
            {spec.red === null ? null : (
              <li>
                <Flag $ground="var(--copper)" $ink="var(--paper)">
                  RED
                </Flag>
                {spec.red}
              </li>
            )}
            {spec.black === null ? null : (
              <li>
                <Flag $ground="var(--ink)" $ink="var(--paper)">
                  BLACK
                </Flag>
                {spec.black}
              </li>
            )}
            {spec.clamp === null ? null : (
              <li>
                <Flag $ground="var(--shade)" $ink="var(--ink)">
                  CLAMP
                </Flag>
                {spec.clamp}
              </li>
            )}
          </Probes>
          {spec.choice === null ? null : (
            <Choices value={choice} onChange={setChoice} orientation="horizontal">
              <Label>{spec.choice.label}</Label>
              {spec.choice.options.map(([value, words]) => (
                <Radio key={value} value={value}>
                  {words}
                </Radio>
              ))}
            </Choices>
          )}
          {spec.idleMinutes === null ? null : (
            <IdleClock
              visitId={visitId}
              unitId={unit.id}
              minutes={spec.idleMinutes}
              path={`/visits/${visitId}/${step}/${encodeURIComponent(point)}`}
            />
          )}
        </div>
        <Keypad
          key={`${choice} ${String(again)}`}
          fields={fields}
          saveWords={`Save, ${pointName(point)}`}
          save={(values) => void recorder.reading(spec.build(values, choice)).then(() => setAgain(false))}
        />
      </Entry>
    </VisitFrame>
  );
};
