import { apartAsked, CAUTION_WORDS, refusal } from '@vaktman/core';
import { Words } from '../control/Words';
import { LeadsDrawing } from '../drawing/LeadsDrawing';
import { LoadEntry } from './load/LoadEntry';
import { LoadRefused } from './load/LoadRefused';
import { LoadStart } from './load/LoadStart';
import { Stop } from './load/loadStyle';
import { LoadVerdict } from './load/LoadVerdict';
import { useLoadTest } from './load/useLoadTest';
import { SafelyApart } from './load/SafelyApart';
import { placePath } from './nextPlace';
import { LoadHold } from './LoadHold';
import type { StepProps } from './stepProps';
import { isRetest } from './useVisit';
import { VisitFrame } from './VisitFrame';

/** The load test of one battery: what to hold, the fifteen seconds, the release, the lowest volts, the verdict. */
export const LoadStep = (props: StepProps) => {
  const { detail, judged, point } = props;
  const load = useLoadTest(props);
  const { target, temperature, limit, where, hold, reading, retake, feed } = load;
  const { outcomes } = judged;
  const outcome = outcomes.at('battery.load', point);
  const frame = { detail, judged, point, test: 'Load test', side: <LeadsDrawing position={point} purpose="load" /> };

  if (hold !== null && hold.offMs === null && target !== null)
    return (
      <VisitFrame {...frame} live caution="Face shield down. Turn the pile to zero before any clamp comes off.">
        <LoadHold
          position={point}
          target={target}
          limitVolts={limit?.value ?? null}
          where={where}
          startedMs={hold.startedMs}
          stop={load.throwAway}
          feed={feed}
          off={load.off}
        />
      </VisitFrame>
    );
  if (hold !== null && hold.offMs !== null && target !== null)
    return (
      <VisitFrame {...frame} live caution={CAUTION_WORDS['load-heat']}>
        <LoadEntry
          detail={detail}
          point={point}
          load={load}
          hold={{ startedMs: hold.startedMs, offMs: hold.offMs }}
          target={target}
        />
      </VisitFrame>
    );
  if (outcome !== null && reading !== undefined && !retake.again && !isRetest(judged, 'battery.load', point))
    return (
      <VisitFrame {...frame} caution={CAUTION_WORDS['load-heat']}>
        <LoadVerdict {...props} reading={reading} outcome={outcome} retake={retake} />
      </VisitFrame>
    );
  const refused = refusal(outcomes, { step: 'battery.load', point });
  if (refused !== null)
    return (
      <VisitFrame {...frame} caution={CAUTION_WORDS.damaged}>
        <LoadRefused {...props} refused={refused} />
      </VisitFrame>
    );
  if (target === null || (temperature.celsius !== null && limit === null))
    return (
      <VisitFrame {...frame} caution={null}>
        <Stop>
          <h2>No load test on battery {point}</h2>
          <p>
            <Words>
              {target === null
                ? "The cold-cranking rating is not on record. Enter it from the battery's label in the unit's description."
                : `At ${where} the chart has ended and a discharged battery may be frozen. Warm it above −18 °C first.`}
            </Words>
          </p>
        </Stop>
      </VisitFrame>
    );
  const apart = apartAsked(detail.file.unit, detail.events);
  if (apart !== null)
    return (
      <VisitFrame {...frame} caution={CAUTION_WORDS['ground-first']}>
        <SafelyApart
          detail={detail}
          asked={apart}
          path={placePath(detail.file.visit.id, { step: 'battery.load', point })}
        />
      </VisitFrame>
    );
  return (
    <VisitFrame {...frame} live caution="Face shield down. Pile at zero before a clamp goes on or comes off.">
      <LoadStart detail={detail} point={point} load={load} target={target} />
    </VisitFrame>
  );
};
