import { ampsText, CAUTION_WORDS, CIRCUIT_PREFIX, circuitName, drainSection } from '@vaktman/core';
import { useState } from 'react';
import { Words } from '../../control/Words';
import { Key, KeyLink, PrimaryKeyLink } from '../../control/Key';
import { DrawnFrame } from '../CircuitFrame';
import { nextOnScreen, nextWords, onwardPath, placePath } from '../nextPlace';
import { ReadMeanwhile } from '../ReadMeanwhile';
import { SkipStep } from '../SkipStep';
import type { StepProps } from '../stepProps';
import { useRetake } from '../useRetake';
import { isRetest } from '../useVisit';
import { CircuitEntry, DrainColumn, WholeEntry } from './DrainEntry';
import { DrainPicture, DrainRest, DrainStrip } from './DrainPicture';
import { KeyOffClock, KeyOffLine, KeyWasOn, useKeyOff } from './KeyOffClock';

/** What draws on a parked machine: the clock since key off, the amperes, and circuit after circuit pulled. */
export const DrainStep = ({ detail, judged, point }: StepProps) => {
  const visitId = detail.file.visit.id;
  const { unit, visit } = detail.file;
  const { facts } = judged.outcomes;
  const section = drainSection(facts);
  const { wholeAmps, nowAmps, allowedAmps, within, steps } = section;
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
  const keyOff = {
    visitId,
    unitId: unit.id,
    path: placePath(visitId, { step: 'battery.drain', point: 'bank' }),
    waitMinutes,
  };
  return (
    <DrawnFrame
      detail={detail}
      judged={judged}
      point="bank"
      test="Parked drain"
      caution={CAUTION_WORDS['memory-power']}
      drawing={<DrainPicture section={section} heading={heading} clock={<KeyOffClock {...keyOff} />} />}
      strip={<DrainStrip section={section} heading={heading} clock={<KeyOffLine {...keyOff} />} />}
      below={
        <>
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
          {readWhole || within ? null : (
            <p style={{ fontSize: '1.15rem' }}>
              Keep the door latch shut: an open door wakes the modules. What is pulled stays out.
            </p>
          )}
          <DrainRest section={section} clock={<KeyWasOn {...keyOff} />} />
        </>
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
