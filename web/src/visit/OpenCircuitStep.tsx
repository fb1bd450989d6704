import { figure, stateOfChargePercent, type Battery } from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { clockTimeText } from '../control/dates';
import { Figure } from '../control/Figure';
import { QuietKey } from '../control/Key';
import { Keypad } from '../control/Keypad';
import { ReadInstruments } from '../practice/ReadInstruments';
import { LeadsDrawing } from '../drawing/LeadsDrawing';
import { PHONE } from '../theme/screen';
import { CAUTION_WORDS } from '@vaktman/contract';
import type { SurfaceCharge as Charge } from './conditionsSlice';
import { nextOnScreen, onwardPath } from './nextPlace';
import { ReadMeanwhile } from './ReadMeanwhile';
import { SkipStep } from './SkipStep';
import type { StepProps } from './stepProps';
import { useRetake } from './useRetake';
import { SurfaceCharge } from './SurfaceCharge';
import { isRetest, useConditions, useRecorder } from './useVisit';
import { VerdictPanel } from './VerdictPanel';
import { VisitFrame } from './VisitFrame';

const Entry = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 24rem);
  gap: 2rem;
  h2 {
    font-size: 2.5rem;
  }
  p {
    font-size: 1.2rem;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
    gap: 0.6rem;
    h2 {
      font-size: 1.8rem;
    }
  }
`;
const ChargeBar = styled.div`
  margin-top: 1rem;
  .figure {
    font-size: clamp(4rem, 11vw, 9rem);
    line-height: 1.05;
  }
  svg {
    width: 100%;
    height: 44px;
    display: block;
  }
`;

/** How surface charge was dealt with, and when: it holds until the battery is charged again. */
const chargeWords = (charge: Charge): string => {
  switch (charge.kind) {
    case 'stripped':
      return `Surface charge was stripped at ${clockTimeText(charge.atMs)}.`;
    case 'rested':
      return `Rested ${figure(charge.hours, Number.isInteger(charge.hours) ? 0 : 1)} h.`;
    default:
      return 'Surface charge was not stripped.';
  }
};

const Fullness = ({ battery, volts }: { battery: Battery; volts: number | null }) => {
  const percent = volts === null || volts <= 0 ? null : stateOfChargePercent(battery, volts);
  return (
    <ChargeBar aria-live="polite">
      <p>State of charge. It tells how full the battery is, not how good.</p>
      <p className="figure">{percent === null ? '–' : <Figure text={figure(percent, 0)} unit="%" />}</p>
      <svg viewBox="0 0 400 44" preserveAspectRatio="none" aria-hidden="true">
        <path d="M1 8v18h398V8" fill="none" stroke="var(--ink)" strokeWidth="1.6" vectorEffect="non-scaling-stroke" />
        {percent === null ? null : <rect x="1" y="10" width={3.98 * percent} height="16" fill="var(--live)" />}
        {[25, 50, 75].map((tick) => (
          <path
            key={tick}
            d={`M${tick * 4} 26v8`}
            stroke="var(--ink)"
            strokeWidth="1"
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
    </ChargeBar>
  );
};

/** Resting volts of one battery: strip surface charge, read at the posts, see at once what they allow. */
export const OpenCircuitStep = ({ detail, judged, point }: StepProps) => {
  const visitId = detail.file.visit.id;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const [conditions, change] = useConditions(detail, point);
  const [volts, setVolts] = useState<number | null>(null);
  const battery = judged.outcomes.facts.batteries.get(point)!;
  const outcome = judged.outcomes.at('battery.openCircuit', point);
  const reading = judged.outcomes.facts.current.get(`battery.openCircuit@${point}`);
  // An entry that was opened stays open: what somebody else reads meanwhile does not take it away.
  const { again, corrects, takeAgain, putRight, done } = useRetake(reading);
  const factor = (battery.nominalVolts ?? 12) / 12;
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
          charge={charge}
          set={(surfaceCharge) => change({ surfaceCharge })}
          skip={(reason) => recorder.event({ kind: 'wait-skipped', wait: 'strip surface charge', reason })}
        />
      </VisitFrame>
    );
  }
  const known = conditions.batteryC;
  const save = async (read: number, typedC: number | null = null): Promise<void> => {
    const celsius = typedC ?? known?.celsius ?? null;
    await recorder.reading({
      step: 'battery.openCircuit',
      point,
      ...corrects,
      volts: read,
      surfaceChargeStripped: charge.kind === 'stripped',
      ...(charge.kind === 'rested' ? { restedHours: charge.hours } : {}),
      ...(celsius === null ? {} : { batteryC: celsius }),
      note: chargeWords(charge),
    });
    if (typedC !== null) change({ batteryC: { celsius: typedC, atMs: Date.now() } });
    done();
    setVolts(null);
  };
  return (
    <VisitFrame {...frame}>
      <Entry>
        <div>
          <h2>Resting volts, battery {point}</h2>
          <p>
            {chargeWords(charge)} <QuietKey onPress={() => change({ surfaceCharge: null })}>Change</QuietKey>
          </p>
          <Fullness battery={battery} volts={volts} />
        </div>
        <div>
          <ReadMeanwhile detail={detail} reading={reading} keep={done} />
          <Keypad
            key={`${point} ${String(again)}`}
            fields={[
              {
                key: 'volts',
                label: `Battery ${point}, cut off`,
                unit: 'V',
                min: -40,
                max: 40,
                usual: [9 * factor, 14.6 * factor],
              },
              // Asked again whenever the battery was charged or warmed since it was last known.
              ...(known === null
                ? [
                    {
                      key: 'batteryC',
                      label: 'Battery temperature',
                      unit: '°C',
                      optional: true,
                      signed: true,
                      min: -60,
                      max: 90,
                      usual: [-40, 60] as const,
                    },
                  ]
                : []),
            ]}
            onChange={(values) => setVolts(values['volts'] ?? null)}
            save={(values) => save(values['volts'] ?? 0, values['batteryC'] ?? null)}
          />
          <ReadInstruments
            file={detail.file}
            step="battery.openCircuit"
            point={point}
            take={(read) => (read.step === 'battery.openCircuit' ? save(read.volts) : undefined)}
          />
          <SkipStep detail={detail} step="battery.openCircuit" point={point} />
        </div>
      </Entry>
    </VisitFrame>
  );
};
