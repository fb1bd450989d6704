import { figure, CAUTION_WORDS } from '@vaktman/core';
import { LeadsDrawing } from '../drawing/LeadsDrawing';
import { nextOnScreen, onwardPath } from './nextPlace';
import { RestEntry } from './RestEntry';
import type { StepProps } from './stepProps';
import { SurfaceCharge } from './SurfaceCharge';
import { useRetake } from './useRetake';
import { isRetest, useConditions, useRecorder } from './useVisit';
import { VerdictPanel } from './VerdictPanel';
import { VisitFrame } from './VisitFrame';

/** Resting volts of one battery: strip surface charge, read at the posts, see at once what they allow. */
export const OpenCircuitStep = ({ detail, judged, point }: StepProps) => {
  const visitId = detail.file.visit.id;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const [conditions, change] = useConditions(detail, point);
  const outcome = judged.outcomes.at('battery.openCircuit', point);
  const reading = judged.outcomes.facts.current.get(`battery.openCircuit@${point}`);
  // An entry that was opened stays open: what somebody else reads meanwhile does not take it away.
  const { again, corrects, takeAgain, putRight, done, fresh } = useRetake(reading);
  const charge = conditions.surfaceCharge;
  const ready =
    charge !== null && (charge.kind === 'stripped' || charge.kind === 'rested' || charge.kind === 'skipped');
  const frame = {
    detail,
    judged,
    point,
    test: 'Open-circuit volts',
    side: <LeadsDrawing position={point} purpose="volts" />,
    caution: CAUTION_WORDS['ground-first'],
  };

  if (
    outcome !== null &&
    reading?.step === 'battery.openCircuit' &&
    !again &&
    !isRetest(judged, 'battery.openCircuit', point)
  ) {
    return (
      <VisitFrame {...frame}>
        <h2>Battery {point} at rest</h2>
        <VerdictPanel
          outcome={outcome}
          value={reading.volts.toFixed(2)}
          unit="V"
          next={nextOnScreen(judged)}
          nextPath={onwardPath(visitId, judged)}
          takeAgain={takeAgain}
          putRight={putRight}
          fresh={fresh}
        >
          {judged.judgement.figures[point]?.stateOfChargePercent === undefined ? null : (
            <p>State of charge {figure(judged.judgement.figures[point].stateOfChargePercent, 0)} %.</p>
          )}
        </VerdictPanel>
      </VisitFrame>
    );
  }
  if (!ready) {
    return (
      <VisitFrame {...frame} caution={CAUTION_WORDS['memory-power']}>
        <SurfaceCharge
          visitId={visitId}
          unitId={detail.file.unit.id}
          limits={judged.outcomes.facts.limits}
          charge={charge}
          set={(surfaceCharge) => change({ surfaceCharge })}
          skip={(reason) => recorder.event({ kind: 'wait-skipped', wait: 'strip surface charge', reason })}
        />
      </VisitFrame>
    );
  }
  return (
    <VisitFrame {...frame}>
      <RestEntry
        detail={detail}
        judged={judged}
        point={point}
        charge={charge}
        changeCharge={() => change({ surfaceCharge: null })}
        corrects={corrects}
        done={done}
        again={again}
      />
    </VisitFrame>
  );
};
