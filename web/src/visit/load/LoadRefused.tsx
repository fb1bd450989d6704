import { pointName, stepTitle, type Blocked } from '@vaktman/core';
import { Words } from '../../control/Words';
import { Key, PrimaryKeyLink } from '../../control/Key';
import { nextOnScreen, nextWords, placePath } from '../nextPlace';
import type { StepProps } from '../stepProps';
import { LoadKeys, LoadSheet, Stop } from './loadStyle';

/** Why this battery is not loaded now, and what comes first. */
export const LoadRefused = ({ detail, judged, point, refused }: StepProps & { readonly refused: Blocked }) => {
  const visitId = detail.file.visit.id;
  const next = nextOnScreen(judged);
  const unblocked = refused.unblock;
  return (
    <LoadSheet>
      <Stop>
        <h2>No load test on battery {point}</h2>
        <p>
          <Words>{refused.because}</Words>
        </p>
      </Stop>
      <LoadKeys>
        <Key onPress={() => history.back()}>Back</Key>
        {next === null || (next.step === 'battery.load' && next.point === point) ? (
          <PrimaryKeyLink
            to={unblocked.step === 'battery.openCircuit' ? placePath(visitId, unblocked) : `/visits/${visitId}/summary`}
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
      </LoadKeys>
    </LoadSheet>
  );
};
