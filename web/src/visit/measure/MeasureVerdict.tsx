import { ampsDecimals, figure, isSeparating, mainValue, type JudgedOutcome, type Reading } from '@vaktman/core';
import { Figure } from '../../control/Figure';
import { Key, PrimaryKeyLink } from '../../control/Key';
import { nextOnScreen, nextWords, onwardPath, placePath } from '../nextPlace';
import type { StepProps } from '../stepProps';
import type { Retake } from '../useRetake';
import { VerdictPanel } from '../VerdictPanel';
import { WaitClock } from '../WaitClock';
import { SetsToo } from './SetsToo';
import { AfterFailure } from './AfterFailure';
import { MeasureHead } from './MeasureHead';

/** What comes next to a reading beside its verdict: the rest of a drain, what tells more, or the wait until it is warm. */
export const BelowVerdict = ({
  detail,
  judged,
  reading,
  outcome,
}: Omit<StepProps, 'point'> & { readonly reading: Reading; readonly outcome: JudgedOutcome | null }) => {
  const { step } = reading;
  const { unit } = detail.file;
  const visitId = detail.file.visit.id;
  const warm = reading.unsteady === true && step.startsWith('charge.');
  // What else could be it stays in sight after a test that was clean.
  const leavesOpen = isSeparating(judged.judgement, judged.outcomes, reading);
  return outcome?.verdict === 'fail' || leavesOpen ? (
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
  ) : reading.step === 'charge.recharge' && reading.point === 'bank' ? (
    <SetsToo detail={detail} judged={judged} />
  ) : null;
};

/** What a measurement read, and what that says. */
export const MeasureVerdict = ({
  detail,
  judged,
  title,
  reading,
  outcome,
  retake: { takeAgain, putRight, fresh },
}: Omit<StepProps, 'point'> & {
  readonly title: string;
  readonly reading: Reading;
  readonly outcome: JudgedOutcome | null;
  readonly retake: Retake;
}) => {
  const visitId = detail.file.visit.id;
  const read = mainValue(reading);
  const value =
    read === null
      ? ''
      : figure(
          read.value,
          read.unit === 'V' ? 2 : Math.max(ampsDecimals(read.value), Number.isInteger(read.value) ? 0 : 1),
        );
  return (
    <>
      <MeasureHead>{title}</MeasureHead>
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
    </>
  );
};
