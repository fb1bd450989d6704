import {
  CAUTION_WORDS,
  LOG_STATE_WORDS,
  logFigures,
  logJoints,
  logWords,
  minutesText,
  pointName,
  stepTitle,
  worstLogged,
  WIGGLE_SECONDS,
  type LoggedStep,
  type LoggedValue,
} from '@vaktman/core';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useNow } from '../../clock/useNow';
import { Figure } from '../../control/Figure';
import { Key } from '../../control/Key';
import { LogDrawing } from '../../drawing/LogDrawing';
import { capturedOf, useFeed } from '../../feed/useFeed';
import { useAppSelector } from '../../store';
import { PHONE } from '../../theme/screen';
import { DrawnFrame } from '../CircuitFrame';
import { placePath } from '../nextPlace';
import type { StepProps } from '../stepProps';
import { useRecorder } from '../useVisit';
import { LogHands } from './LogHands';
import { LogStart } from './LogStart';
import { useValueLog } from './useValueLog';
import { WiggleMap } from './WiggleMap';

const Figures = styled.dl`
  display: grid;
  grid-template-columns: 2fr 1fr 1fr;
  gap: 1rem;
  align-items: end;
  dd {
    font-size: 2.6rem;
    line-height: 1.05;
  }
  div:first-child dd {
    font-size: clamp(4rem, 10vw, 7rem);
  }
  small {
    display: block;
    font-size: 0.95rem;
    color: var(--ink-2);
  }
  ${PHONE} {
    grid-template-columns: 1.4fr 1fr 1fr;
    gap: 0.6rem;
    dd {
      font-size: 1.7rem;
    }
    div:first-child dd {
      font-size: 2.6rem;
    }
  }
`;
const Heading = styled.h2`
  font-size: 2.1rem;
  ${PHONE} {
    font-size: 1.5rem;
  }
`;
const Extreme = ({ title, value }: { title: string; value: LoggedValue | null }) => (
  <div>
    <dt>{title}</dt>
    <dd>{value === null ? '–' : <Figure text={value.volts.toFixed(2)} />}</dd>
    <small>
      {value === null
        ? ''
        : [minutesText(value.atS), ...value.states.map((state) => LOG_STATE_WORDS[state])].join(', ')}
    </small>
  </div>
);

/**
 * One value watched for ten to thirty minutes: what comes and goes is caught with what was done when it moved, and the joints
 * of its circuit are moved one after the other.
 */
export const LogStep = ({ detail, judged, step, point }: StepProps & { step: LoggedStep }) => {
  const navigate = useNavigate();
  const visitId = detail.file.visit.id;
  const { unit, visit } = detail.file;
  const recorder = useRecorder(visitId, visit.technician);
  const practice = useAppSelector((state) => state.practice.visits[visitId] !== undefined);
  const values = useValueLog(`vaktman.log.${visitId}.${step}@${point}`);
  const { log, start, end, add, mark } = values;
  const feed = useFeed(visitId, step, point, log?.listens === true);
  const heard = capturedOf(feed, 'dc-volts').last;
  useEffect(() => {
    if (heard !== null) add(heard);
    // Each sample heard is one entry of the log, whatever else is drawn anew.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [feed]);
  const now = useNow(500, log !== null);
  const seconds = log === null ? 0 : Math.max(0, (now - log.startedMs) / 1000);
  const figures = log === null ? null : logFigures(log, unit.systemVolts);
  const lastWiggle = log?.marks.findLast((own) => own.kind === 'wiggled');
  const left = lastWiggle === undefined ? 0 : Math.ceil(lastWiggle.atS + WIGGLE_SECONDS - seconds);
  const moving =
    lastWiggle?.kind === 'wiggled' && lastWiggle.joint !== null && left > 0 ? { joint: lastWiggle.joint, left } : null;
  const isLoss = step !== 'charge.volts';
  const heading =
    figures === null
      ? `Log ${stepTitle(step).toLowerCase()}, ${pointName(point)}`
      : figures.movedBy.length > 0
        ? `It moves when ${figures.movedBy.map((joint) => (joint === null ? 'it' : pointName(joint))).join(', ')} is wiggled`
        : 'Nothing has moved it yet';
  const keepLog = async (): Promise<void> => {
    if (log === null || figures === null) return;
    const worst = worstLogged(figures, isLoss ? 'lost' : 'running');
    if (worst === null) return;
    const common = {
      point,
      volts: worst.volts,
      note: logWords(log, unit.systemVolts, seconds),
      ...(figures.movedBy.length > 0 ? { unsteady: true } : {}),
    };
    const { under } = log;
    if (step === 'charge.volts') await recorder.reading({ ...common, step, rpm: under });
    else if (step === 'charge.drop') await recorder.reading({ ...common, step, amps: under, by: 'loads' });
    else await recorder.reading({ ...common, step, amps: under, during: 'charging' });
    end();
    await navigate(placePath(visitId, { step, point }));
  };
  const picture = (drawn: boolean) => (
    <>
      <Heading>{heading}</Heading>
      {log === null || figures === null ? (
        <p style={{ fontSize: '1.2rem', maxWidth: '40rem' }}>
          For what comes and goes: watch one value for ten to thirty minutes, mark what you do, and move the joints of
          its circuit one after the other.
        </p>
      ) : (
        <>
          <Figures>
            <div>
              <dt>Volts now</dt>
              <dd>{figures.now === null ? '–' : <Figure text={figures.now.toFixed(2)} unit="V" />}</dd>
            </div>
            <Extreme title="Lowest" value={figures.lowest} />
            <Extreme title="Highest" value={figures.highest} />
          </Figures>
          {drawn ? <LogDrawing log={log} figures={figures} seconds={seconds} /> : null}
          <WiggleMap
            joints={logJoints(unit, step, point)}
            wiggles={figures.wiggles}
            moving={moving}
            press={(joint) => mark({ kind: 'wiggled', joint })}
          />
        </>
      )}
    </>
  );
  return (
    <DrawnFrame
      detail={detail}
      judged={judged}
      point={point}
      test={`Log, ${stepTitle(step).toLowerCase()}`}
      caution={CAUTION_WORDS['running-engine']}
      drawing={picture(true)}
      strip={picture(false)}
      below={
        log === null ? null : (
          <Key onPress={keepLog} isDisabled={log.samples.length === 0}>
            Stop and keep the log
          </Key>
        )
      }
    >
      {log === null || figures === null ? (
        <LogStart
          step={step}
          canListen={!practice}
          start={start}
          back={() => void navigate(placePath(visitId, { step, point }))}
        />
      ) : (
        <LogHands
          values={{ ...values, log }}
          seconds={seconds}
          signed={isLoss}
          canListen={!practice}
          note={feed.note}
          throwAway={end}
        />
      )}
    </DrawnFrame>
  );
};
