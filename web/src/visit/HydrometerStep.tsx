import {
  batteryOf,
  cellCount,
  celsiusText,
  correctedGravity,
  figure,
  freezingPointC,
  gravityChargePercent,
  isUnder,
  CAUTION_WORDS,
} from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { Figure, SvgFigure } from '../control/Figure';
import { Keypad } from '../control/Keypad';
import type { EntryValues } from '../control/keypadEntry';
import { ReadInstruments } from '../practice/ReadInstruments';
import { nextOnScreen, onwardPath } from './nextPlace';
import { SkipStep } from './SkipStep';
import { EntrySheet } from './frameStyle';
import type { StepProps } from './stepProps';
import { useRetake } from './useRetake';
import { isRetest, useEntryName, useRecorder } from './useVisit';
import { VerdictPanel } from './VerdictPanel';
import { VisitFrame } from './VisitFrame';

const Figures = styled.dl`
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem 2rem;
  margin-top: 1rem;
  dt {
    color: var(--ink-2);
  }
  dd {
    font-size: 2.2rem;
  }
`;

const LOWEST = 1.05;
const HIGHEST = 1.35;

/** Every cell drawn as a column; the one that lags shows at once. */
const CellDrawing = ({ gravities, spreadLimit }: { gravities: readonly (number | null)[]; spreadLimit: number }) => {
  const best = Math.max(...gravities.map((gravity) => gravity ?? 0));
  const y = (gravity: number): number => 150 - 130 * Math.min(1, Math.max(0, (gravity - LOWEST) / (HIGHEST - LOWEST)));
  return (
    <svg viewBox="0 0 420 190" role="img" aria-label="Specific gravity of every cell" style={{ width: '100%' }}>
      {gravities.map((gravity, index) => {
        const x = 8 + index * 68;
        const lags = gravity !== null && !isUnder(best - gravity, spreadLimit);
        return (
          <g key={index}>
            <rect x={x} y="14" width="58" height="138" fill="var(--raised)" stroke="var(--ink)" strokeWidth="1.6" />
            {gravity === null ? null : (
              <rect
                x={x + 2}
                y={y(gravity)}
                width="54"
                height={150 - y(gravity)}
                fill={lags ? 'var(--failed)' : 'var(--shade)'}
              />
            )}
            <text x={x + 29} y="174" textAnchor="middle" fontSize="17" fontWeight="700" fill="var(--ink)">
              {index + 1}
            </text>
            {gravity === null ? null : (
              <text
                x={x + 29}
                y={Math.max(32, y(gravity) - 6)}
                textAnchor="middle"
                fill={lags ? 'var(--failed)' : 'var(--ink)'}
              >
                <SvgFigure text={figure(gravity, 3)} size={15} />
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
};

/** Every cell with the hydrometer: corrected for temperature, spread and frost point as they are typed. */
export const HydrometerStep = ({ detail, judged, point }: StepProps) => {
  const visitId = detail.file.visit.id;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const keptAs = useEntryName(detail, 'battery.hydrometer', point);
  const [values, setValues] = useState<EntryValues>({});
  const outcome = judged.outcomes.at('battery.hydrometer', point);
  const { current, limits } = judged.outcomes.facts;
  const spreadLimit = limits.get('gravitySpreadFail').value;
  const reading = current.get(`battery.hydrometer@${point}`);
  // An entry that was opened stays open: what somebody else reads meanwhile does not take it away.
  const { again, corrects, takeAgain, putRight, done, fresh } = useRetake(reading);
  const frame = { detail, judged, point, test: 'Hydrometer', caution: CAUTION_WORDS['eyes-hands'], side: null };
  if (
    outcome !== null &&
    reading?.step === 'battery.hydrometer' &&
    !again &&
    !isRetest(judged, 'battery.hydrometer', point)
  ) {
    const corrected = reading.cells.map((cell) => correctedGravity(cell, reading.electrolyteC));
    return (
      <VisitFrame {...frame}>
        <h2>Cells of battery {point}</h2>
        <VerdictPanel
          compact
          outcome={outcome}
          value={figure(Math.max(...corrected) - Math.min(...corrected), 3)}
          unit="spread"
          next={nextOnScreen(judged)}
          nextPath={onwardPath(visitId, judged)}
          takeAgain={takeAgain}
          putRight={putRight}
          fresh={fresh}
        >
          <CellDrawing gravities={corrected} spreadLimit={spreadLimit} />
        </VerdictPanel>
      </VisitFrame>
    );
  }
  const electrolyteC = values['electrolyteC'] ?? null;
  const cells = Array.from({ length: cellCount(batteryOf(judged.outcomes.facts, point)) }, (_, index) => index + 1);
  const gravities = cells.map((cell) => {
    const read = values[`cell${cell}`] ?? null;
    return read === null ? null : correctedGravity(read, electrolyteC ?? 26.7);
  });
  const known = gravities.flatMap((gravity) => gravity ?? []);
  return (
    <VisitFrame {...frame}>
      <EntrySheet>
        <div>
          <h2>Hydrometer, battery {point}</h2>
          <p>Only where caps open. Draw each cell twice, read at eye level; give the drop back to its cell.</p>
          <CellDrawing gravities={gravities} spreadLimit={spreadLimit} />
          {known.length === 0 ? null : (
            <Figures>
              <div>
                <dt>
                  <Words>{`Spread, limit ${figure(spreadLimit, 3)}`}</Words>
                </dt>
                <dd>
                  <Figure text={figure(Math.max(...known) - Math.min(...known), 3)} />
                </dd>
              </div>
              <div>
                <dt>State of charge</dt>
                <dd>
                  <Figure text={figure(gravityChargePercent(Math.min(...known)), 0)} unit="%" />
                </dd>
              </div>
              <div>
                <dt>Freezes at</dt>
                <dd>
                  <Words>{celsiusText(Math.round(freezingPointC(Math.min(...known))))}</Words>
                </dd>
              </div>
            </Figures>
          )}
        </div>
        <div>
          <Keypad
            key={String(again)}
            columns={3}
            keptAs={keptAs}
            fields={[
              { key: 'electrolyteC', label: 'Fluid', unit: '°C', signed: true, min: -60, max: 90, usual: [-30, 50] },
              ...cells.map((cell) => ({
                key: `cell${cell}`,
                label: `Cell ${cell}`,
                unit: '',
                min: 1,
                max: 1.4,
                usual: [1.08, 1.31] as const,
              })),
            ]}
            onChange={setValues}
            save={(read) =>
              recorder
                .reading({
                  step: 'battery.hydrometer',
                  ...corrects,
                  point,
                  cells: cells.map((cell) => read[`cell${cell}`] ?? 0),
                  electrolyteC: read['electrolyteC'] ?? 0,
                })
                .then(done)
            }
          />
          <ReadInstruments
            file={detail.file}
            step="battery.hydrometer"
            point={point}
            take={(read) => recorder.instrumentReading(read, 'simulated').then(done)}
          />
          <SkipStep detail={detail} step="battery.hydrometer" point={point} />
        </div>
      </EntrySheet>
    </VisitFrame>
  );
};
