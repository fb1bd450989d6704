import {
  batteryTemperature,
  celsiusText,
  figure,
  loadCoolDown,
  loadLimit,
  LoadRelease,
  loadTarget,
  pointName,
  refusal,
  stepTitle,
  voltsText,
  type Reading,
  present,
  CAUTION_WORDS,
} from '@vaktman/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { clockText, secondsLeft } from '../clock/clockSlice';
import { useOnThisDevice } from '../clock/deviceTime';
import { useNow } from '../clock/useNow';
import { Figure } from '../control/Figure';
import { Key, PrimaryKey, PrimaryKeyLink, QuietKey } from '../control/Key';
import { inReach } from '../control/inReach';
import { Keypad } from '../control/Keypad';
import { LeadsDrawing } from '../drawing/LeadsDrawing';
import { capturedOf, useFeed, type Feed } from '../feed/useFeed';
import { ReadInstruments } from '../practice/ReadInstruments';
import { heldSeconds, useCallOff } from '../hold/holds';
import { useAppSelector } from '../store';
import { PHONE } from '../theme/screen';
import { CoolDown } from './CoolDown';
import { HoldFigures, LoadHold } from './LoadHold';
import type { Hold } from './conditionsSlice';
import { nextOnScreen, nextWords, onwardPath, placePath } from './nextPlace';
import { SkipStep } from './SkipStep';
import type { StepProps } from './stepProps';
import { useRetake } from './useRetake';
import { isRetest, useConditions, useRecorder } from './useVisit';
import { VerdictPanel } from './VerdictPanel';
import { VisitFrame } from './VisitFrame';

/** A load held shorter than this decides little: throwing it away is offered first. */
const SHORT_SECONDS = 14.5;

const Sheet = styled.div`
  display: flex;
  flex-direction: column;
  gap: 1rem;
  flex: 1;
  h2 {
    font-size: 2.2rem;
  }
  > p {
    font-size: 1.2rem;
  }
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: minmax(10rem, 1fr) 2.2fr;
  gap: 1rem;
  margin-top: auto;
  ${inReach}
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const Entry = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 26rem);
  gap: 2rem;
  h2 {
    font-size: 2.4rem;
  }
  p {
    font-size: 1.2rem;
    margin-top: 0.5rem;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
    gap: 0.5rem;
    h2 {
      font-size: 1.7rem;
    }
  }
`;
const Stop = styled.div`
  border-left: 14px solid var(--failed);
  padding-left: 1.2rem;
  display: grid;
  gap: 0.8rem;
  h2 {
    font-size: 2.8rem;
  }
  p {
    font-size: 1.5rem;
    max-width: 42rem;
  }
`;
const Figures = styled.dl`
  display: flex;
  gap: 2.4rem;
  dt {
    color: var(--ink-2);
    font-size: 1rem;
  }
  dd {
    font-size: 1.7rem;
  }
`;

/** What the instruments caught during a hold. */
interface Caught {
  readonly lowestVolts: number;
  readonly meanAmps: number;
}

const caughtOf = (feed: Feed): Caught | null => {
  const lowestVolts = capturedOf(feed, 'dc-volts').lowest;
  const meanAmps = capturedOf(feed, 'dc-amps').mean;
  return lowestVolts === null || meanAmps === null ? null : { lowestVolts, meanAmps };
};

/** When each load of the visit came off: those recorded, and the one just called off. */
const loadEnds = (readings: readonly Reading[], point: string, hold: Hold | null): number[] => {
  const recorded = readings.flatMap((reading) => (reading.step === 'battery.load' ? [Date.parse(reading.at)] : []));
  return (hold?.offMs != null && hold.position !== point ? [...recorded, hold.offMs] : recorded).sort((a, b) => a - b);
};

/** The load test of one battery: what to hold, the fifteen seconds, the release, the lowest volts, the verdict. */
export const LoadStep = ({ detail, judged, point }: StepProps) => {
  const visitId = detail.file.visit.id;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const [conditions, change] = useConditions(detail, point);
  const callOff = useCallOff();
  const { outcomes, judgement } = judged;
  const { facts } = outcomes;
  const battery = present(facts.batteries.get(point));
  const target = loadTarget(battery);
  const read = batteryTemperature(facts, point, null);
  const temperature =
    conditions.batteryC === null ? read : { celsius: conditions.batteryC.celsius, from: 'battery' as const };
  const limit = temperature.celsius === null ? null : loadLimit(battery, facts.limits, temperature.celsius);
  const outcome = outcomes.at('battery.load', point);
  const reading = facts.current.get(`battery.load@${point}`);
  // An entry that was opened stays open: what somebody else reads meanwhile does not take it away.
  const { again, corrects, takeAgain, putRight, done, fresh } = useRetake(reading);
  const hold = conditions.hold?.kind === 'load' && conditions.hold.position === point ? conditions.hold : null;
  const where =
    temperature.celsius === null
      ? 'no temperature'
      : `${temperature.from === 'air' ? 'air' : 'battery'} at ${celsiusText(temperature.celsius)}`;
  const coolId = `cool:${visitId}`;
  const recovery = useAppSelector((state) => state.clocks.find(({ id }) => id === coolId));
  const now = useNow(500);
  const onDevice = useOnThisDevice(detail.file.readings, now);
  const recoveryLeft = recovery === undefined ? 0 : secondsLeft(recovery, now);
  const [overridden, setOverridden] = useState(false);
  const [feeding, setFeeding] = useState(false);
  const [caught, setCaught] = useState<Caught | null>(null);
  const targetAmps = target?.amps ?? null;
  const heldSince = hold?.startedMs;
  // Each hold has its own: what was released before does not count against the next.
  const release = useMemo(
    () => (targetAmps === null || heldSince === undefined ? null : new LoadRelease(targetAmps)),
    [targetAmps, heldSince],
  );
  const counts = useMemo(() => release?.counts.bind(release), [release]);
  const feed = useFeed(visitId, 'battery.load', point, feeding && hold !== null && hold.offMs === null, counts);
  const practice = useAppSelector((state) => state.practice.visits[visitId] !== undefined);
  const cooling = overridden ? null : loadCoolDown(loadEnds(onDevice, point, conditions.hold), now);
  const frame = { detail, judged, point, test: 'Load test', side: <LeadsDrawing position={point} purpose="load" /> };

  if (hold !== null && hold.offMs === null && target !== null) {
    return (
      <VisitFrame {...frame} live caution="Face shield down. Turn the pile to zero before any clamp comes off.">
        <LoadHold
          position={point}
          target={target}
          limitVolts={limit?.value ?? null}
          where={where}
          startedMs={hold.startedMs}
          stop={() => change({ hold: null })}
          feed={feeding ? feed : null}
          off={(offMs) => {
            setCaught(caughtOf(feed));
            // The instruments saw the load go before the hand came to the key.
            callOff(
              { visitId, unitId: detail.file.unit.id, hold, path: '' },
              Math.min(offMs, release?.releasedMs ?? offMs),
            );
          }}
        />
      </VisitFrame>
    );
  }
  if (hold !== null && hold.offMs !== null && target !== null) {
    const seconds = heldSeconds(hold.startedMs, hold.offMs);
    return (
      <VisitFrame {...frame} live caution={CAUTION_WORDS['load-heat']}>
        <Entry>
          <div>
            <h2>What did battery {point} read?</h2>
            <p>
              The lowest volts of the hold, and the amps you held. Band {Math.round(target.amps)} to{' '}
              {Math.round(target.bandTopAmps)} A{limit === null ? '' : `, limit ${voltsText(limit.value)}, ${where}`}.
            </p>
            <p>
              The load was on for {figure(seconds, 1)} s.
              {seconds < SHORT_SECONDS ? ' That is too short to pass a battery.' : ''}
            </p>
            {seconds < SHORT_SECONDS ? (
              <p>
                <Key onPress={() => change({ hold: null })}>Throw this run away</Key>
              </p>
            ) : null}
            <p>
              Recovery: volts 60 s after release, if you wait for them
              {recoveryLeft > 0 ? `, in ${clockText(recoveryLeft)}` : ''}.
            </p>
          </div>
          <div>
            <ReadInstruments
              file={detail.file}
              step="battery.load"
              point={point}
              take={(taken) =>
                recorder.instrumentReading(taken, 'simulated').then(() => {
                  change({ hold: null });
                  done();
                })
              }
            />
            <Keypad
              key={JSON.stringify(caught)}
              fields={[
                {
                  key: 'lowestVolts',
                  label: 'Lowest volts',
                  unit: 'V',
                  initial: caught === null ? undefined : caught.lowestVolts.toFixed(2),
                  min: -40,
                  max: 40,
                  usual: [5, 12.6],
                },
                {
                  key: 'amps',
                  label: 'Amps held',
                  unit: 'A',
                  initial: caught === null ? undefined : caught.meanAmps.toFixed(0),
                  min: 0,
                  max: 3000,
                  usual: [target.amps * 0.6, target.amps * 1.4],
                },
                {
                  key: 'seconds',
                  label: 'Seconds held',
                  unit: 's',
                  initial: String(seconds),
                  min: 0.1,
                  max: 120,
                  usual: [10, 20],
                },
                {
                  key: 'recoveryVolts',
                  label: 'Recovery',
                  unit: 'V',
                  optional: true,
                  min: -40,
                  max: 40,
                  usual: [10, 13.2],
                },
              ]}
              save={(values) =>
                void recorder
                  .reading({
                    step: 'battery.load',
                    point,
                    ...corrects,
                    amps: values['amps'] ?? 0,
                    seconds: values['seconds'] ?? seconds,
                    lowestVolts: values['lowestVolts'] ?? 0,
                    ...(caught === null ? {} : { instrument: 'feed' }),
                    ...(temperature.from === 'battery' && temperature.celsius !== null
                      ? { batteryC: temperature.celsius }
                      : {}),
                    ...(values['recoveryVolts'] == null ? {} : { recoveryVolts: values['recoveryVolts'] }),
                  })
                  .then(() => {
                    change({ hold: null });
                    setCaught(null);
                    done();
                  })
              }
            />
          </div>
        </Entry>
      </VisitFrame>
    );
  }
  if (outcome !== null && reading?.step === 'battery.load' && !again && !isRetest(judged, 'battery.load', point)) {
    const figures = judgement.figures[point];
    return (
      <VisitFrame {...frame} caution={CAUTION_WORDS['load-heat']}>
        <h2>Battery {point} under load</h2>
        <VerdictPanel
          outcome={outcome}
          value={reading.lowestVolts.toFixed(2)}
          unit="V"
          next={nextOnScreen(judged)}
          nextPath={onwardPath(visitId, judged)}
          takeAgain={takeAgain}
          putRight={putRight}
          fresh={fresh}
        >
          {figures === undefined ? null : (
            <Figures>
              {figures.referenceLoadVolts === undefined ? null : (
                <div>
                  <dt>Would have read at 21 °C</dt>
                  <dd>
                    <Figure text={figures.referenceLoadVolts.toFixed(2)} unit="V" />
                  </dd>
                </div>
              )}
              {figures.capabilityPercent === undefined ? null : (
                <div>
                  <dt>Capability, estimated</dt>
                  <dd>
                    <Figure text={figure(figures.capabilityPercent, 0)} unit="%" />
                  </dd>
                </div>
              )}
            </Figures>
          )}
        </VerdictPanel>
      </VisitFrame>
    );
  }
  const refused = refusal(outcomes, { step: 'battery.load', point });
  if (refused !== null) {
    const next = nextOnScreen(judged);
    const unblocked = refused.unblock;
    return (
      <VisitFrame {...frame} caution={CAUTION_WORDS.damaged}>
        <Sheet>
          <Stop>
            <h2>No load test on battery {point}</h2>
            <p>{refused.because}</p>
          </Stop>
          <Keys>
            <Key onPress={() => history.back()}>Back</Key>
            {next === null || (next.step === 'battery.load' && next.point === point) ? (
              <PrimaryKeyLink
                to={
                  unblocked.step === 'battery.openCircuit'
                    ? placePath(visitId, unblocked)
                    : `/visits/${visitId}/summary`
                }
              >
                {unblocked.step === 'battery.openCircuit'
                  ? `${stepTitle(unblocked.step)}, ${pointName(unblocked.point)}`
                  : 'To the summary'}
              </PrimaryKeyLink>
            ) : (
              <PrimaryKeyLink to={placePath(visitId, next)} autoFocus>
                {nextWords(next)}
              </PrimaryKeyLink>
            )}
          </Keys>
        </Sheet>
      </VisitFrame>
    );
  }
  if (target === null || (temperature.celsius !== null && limit === null)) {
    return (
      <VisitFrame {...frame} caution={null}>
        <Stop>
          <h2>No load test on battery {point}</h2>
          <p>
            {target === null
              ? "The cold-cranking rating is not on record. Enter it from the battery's label in the unit's description."
              : `At ${where} the chart has ended and a discharged battery may be frozen. Warm it above −18 °C first.`}
          </p>
        </Stop>
      </VisitFrame>
    );
  }
  const start = (): void =>
    change({
      hold: { kind: 'load', unitId: detail.file.unit.id, position: point, startedMs: Date.now(), offMs: null },
    });
  return (
    <VisitFrame {...frame} live caution="Face shield down. Pile at zero before a clamp goes on or comes off.">
      <Sheet>
        <h2>
          Load battery {point} with {Math.round(target.amps)} to {Math.round(target.bandTopAmps)} A
        </h2>
        <HoldFigures target={target} limitVolts={limit?.value ?? null} where={where} />
        <p>
          Turn the knob up until the amps stand in the band, then start the 15 s at once. Keep a hand on the knob: the
          pile drifts as it heats.
        </p>
        {practice ? null : (
          <p>
            <QuietKey onPress={() => setFeeding((before) => !before)}>
              {feeding ? 'Type the values myself' : 'Let meter and clamp be listened to'}
            </QuietKey>
            {feeding ? 'Lowest volts and amps are caught during the hold.' : ''}
          </p>
        )}
        {cooling === null ? (
          <Keys>
            {again && reading !== undefined ? (
              <Key onPress={done}>Keep the last</Key>
            ) : (
              <SkipStep detail={detail} step="battery.load" point={point} />
            )}
            <PrimaryKey autoFocus onPress={start}>
              Load is on: start 15 s
            </PrimaryKey>
          </Keys>
        ) : (
          <CoolDown
            cooling={cooling}
            override={(reason) =>
              void recorder
                .event({ kind: 'wait-skipped', wait: 'pile and battery cool', reason })
                .then(() => setOverridden(true))
            }
          />
        )}
      </Sheet>
    </VisitFrame>
  );
};
