import { ampsText, CAUTION_WORDS, CIRCUIT_PREFIX, circuitName, drainSection, figure } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { Words } from '../../control/Words';
import { Figure } from '../../control/Figure';
import { Key, KeyLink, PrimaryKeyLink } from '../../control/Key';
import { PHONE } from '../../theme/screen';
import { DrawnFrame } from '../CircuitFrame';
import { nextOnScreen, nextWords, onwardPath, placePath } from '../nextPlace';
import { ReadMeanwhile } from '../ReadMeanwhile';
import { SkipStep } from '../SkipStep';
import type { StepProps } from '../stepProps';
import { useRetake } from '../useRetake';
import { isRetest } from '../useVisit';
import { CircuitEntry, DrainColumn, WholeEntry } from './DrainEntry';
import { DrainFall } from './DrainFall';
import { KeyOffClock, useKeyOff } from './KeyOffClock';

const Top = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0.4rem 2rem;
  align-items: end;
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Amps = styled.p`
  font-size: clamp(5rem, 13vw, 9.4rem);
  line-height: 1;
`;
const Days = styled.p`
  font-size: 1.25rem;
  strong {
    font-size: 1.6rem;
  }
`;

const daysText = (days: number): string => `${figure(days, days < 10 ? 1 : 0)} days`;

/** What draws on a parked machine: the clock since key off, the amperes, and circuit after circuit pulled. */
export const DrainStep = ({ detail, judged, point }: StepProps) => {
  const visitId = detail.file.visit.id;
  const { unit, visit } = detail.file;
  const { facts } = judged.outcomes;
  const section = drainSection(facts);
  const { wholeAmps, nowAmps, allowedAmps, daysNow, daysAsItCame, within, steps } = section;
  const waitMinutes = facts.limits.get('drainWaitMinutes').value;
  const { minutes } = useKeyOff(visitId);
  const whole = facts.current.get('battery.drain@bank');
  // An entry that was opened stays open: what somebody else reads meanwhile does not take it away.
  const retake = useRetake(whole);
  const [name, setName] = useState(point.startsWith(CIRCUIT_PREFIX) ? circuitName(point) : '');
  const outcome = judged.outcomes.at('battery.drain', 'bank');
  const retest = isRetest(judged, 'battery.drain', 'bank');
  const readWhole = retake.again || retest;
  const asleep = (minutes ?? section.minutesParked ?? 0) >= waitMinutes;
  const heading =
    wholeAmps === null
      ? 'Key off, doors shut'
      : within && steps.length === 0
        ? 'Within what is allowed'
        : within
          ? `Down to ${ampsText(nowAmps ?? 0)}: what is left is allowed`
          : asleep
            ? 'Asleep. Pull one circuit at a time'
            : 'Falling asleep: read again when the clock is there';
  const guilty = steps.find((step) => step.guilty);
  const picture = (
    <>
      <h2 style={{ fontSize: '2.1rem' }}>
        <Words>{heading}</Words>
      </h2>
      <Top>
        <div>
          <p>{nowAmps === null ? 'Not read yet' : 'Amps now'}</p>
          <Amps>
            <Figure text={nowAmps === null ? '–' : figure(nowAmps, 2)} unit="A" />
          </Amps>
        </div>
        <div>
          <p>Key off for</p>
          <KeyOffClock
            visitId={visitId}
            unitId={unit.id}
            path={placePath(visitId, { step: 'battery.drain', point: 'bank' })}
            waitMinutes={waitMinutes}
          />
          {daysNow === null ? null : (
            <Days>
              Half charge after{' '}
              <strong>
                <Words>{daysText(daysNow)}</Words>
              </strong>
              {steps.length === 0 || daysAsItCame === null || wholeAmps === null ? null : (
                <Words>{`; as it came in, ${ampsText(wholeAmps)}: ${daysText(daysAsItCame)}`}</Words>
              )}
            </Days>
          )}
        </div>
      </Top>
      <DrainFall section={section} />
    </>
  );
  return (
    <DrawnFrame
      detail={detail}
      judged={judged}
      point="bank"
      test="Parked drain"
      caution={CAUTION_WORDS['memory-power']}
      drawing={picture}
      strip={picture}
      below={
        <p style={{ fontSize: '1.15rem' }}>
          {guilty === undefined || wholeAmps === null ? (
            <Words>{`Allowed: ${ampsText(allowedAmps)}.`}</Words>
          ) : (
            <strong>
              {guilty.name}{' '}
              <Words>{`takes ${ampsText(guilty.takesAmps)} of the ${ampsText(wholeAmps - allowedAmps)} over what is allowed.`}</Words>
            </strong>
          )}{' '}
          <Words>{outcome?.redo ?? ''}</Words>
        </p>
      }
    >
      <DrainColumn>
        {readWhole ? (
          <>
            <ReadMeanwhile detail={detail} reading={retest ? undefined : whole} keep={retake.done} />
            <WholeEntry visitId={visitId} technician={visit.technician} minutes={minutes} done={retake.done} />
          </>
        ) : within ? (
          <>
            <h2>{outcome?.verdict === 'pass' ? 'It may stand' : 'Found'}</h2>
            <p style={{ fontSize: '1.2rem' }}>
              <Words>{outcome?.because ?? ''}</Words>
            </p>
          </>
        ) : (
          <CircuitEntry
            visitId={visitId}
            technician={visit.technician}
            section={section}
            name={name}
            setName={setName}
            pulled={(circuit) => setName((now) => (now.trim() === circuit ? '' : now))}
          />
        )}
        {readWhole ? null : <Key onPress={retake.takeAgain}>Read the whole drain again</Key>}
        {outcome?.verdict === 'fail' ? <KeyLink to={`/visits/${visitId}/findings`}>Findings and repair</KeyLink> : null}
        {!readWhole && (within || name.trim() === '') ? (
          <PrimaryKeyLink to={onwardPath(visitId, judged)}>{nextWords(nextOnScreen(judged))}</PrimaryKeyLink>
        ) : null}
        {readWhole ? <SkipStep detail={detail} step="battery.drain" point="bank" /> : null}
      </DrainColumn>
    </DrawnFrame>
  );
};
