import { batteriesInOrder, figure, loadTarget, type BenchControls, type BenchFrame, type Unit } from '@vaktman/core';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { bankWords } from '../control/words';
import type { BatteryFace } from '../drawing/BankDrawing';
import { PathDrawing } from '../drawing/PathDrawing';
import { EndLink } from '../frame/EndLink';
import { Failed } from '../frame/Failed';
import { TitleBlock } from '../frame/TitleBlock';
import { useAppSelector } from '../store';
import { NARROW, PHONE } from '../theme/screen';
import { BenchControlsPanel } from './BenchControlsPanel';
import { placeName, useExercise, type Exercise } from './benchExercise';
import { BenchLower } from './BenchLower';
import { forgetBenchNotes } from './benchNotes';
import { DebriefPanel } from './DebriefPanel';
import { HazardStrip } from './HazardStrip';
import { MeterPanel } from './MeterPanel';
import { PlaceLeads } from './PlaceLeads';
import { useBenchRun } from './useBenchRun';
import { usePracticeGround } from './usePracticeGround';

/** The meter beside the machine, and right under it on a phone: what a probe is put to is read at once. */
const Sheet = styled.main`
  display: grid;
  grid-template: 'machine panel' auto 'lower panel' 1fr / minmax(0, 1fr) 372px;
  gap: 0.8rem 1.5rem;
  padding: 0.8rem 1.5rem 1.2rem;
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 340px;
  }
  ${PHONE} {
    grid-template: 'machine' auto 'panel' auto 'lower' auto / minmax(0, 1fr);
    padding: 0.6rem 0.9rem 3rem;
  }
`;
const Part = styled.div`
  display: grid;
  gap: 0.7rem;
  align-content: start;
  min-width: 0;
`;

const NO_FACES = { stretches: {}, joints: {} };

/** What is done to each battery now, as the drawing shows it. */
const batteryFaces = (unit: Unit, { isolated, pileAt, knob }: BenchControls): Record<string, BatteryFace> =>
  Object.fromEntries(
    batteriesInOrder(unit.bank).map(({ position }): [string, BatteryFace] => {
      const loaded = pileAt === `battery:${position}` || pileAt === 'bank';
      const words = [
        isolated === position ? 'cables off' : '',
        loaded ? (knob > 0 ? 'pile draws' : 'pile on') : '',
      ].filter((text) => text !== '');
      return [position, { value: null, unit: '', note: words.join(', '), mark: null }];
    }),
  );

/** What half the rating of the bank's batteries is: what the pile has to draw from one alone. */
const halfRating = (unit: Unit): string => {
  const [first] = batteriesInOrder(unit.bank);
  const target = first === undefined ? null : loadTarget(first);
  return target === null
    ? 'rating not on the label'
    : `${Math.round(2 * target.amps)} A, half ${Math.round(target.amps)} A`;
};

/** The gauge of the pile, and for how long it draws. */
const gaugeWords = (frame: BenchFrame | null): string => {
  if (frame?.pileGaugeAmps == null) return 'put away';
  const seconds = frame.pileSeconds > 0 ? `, ${frame.pileSeconds.toFixed(0)} s` : '';
  return `gauge ${Math.round(frame.pileGaugeAmps)} A${seconds}`;
};

/** What of the bench lies where on the drawing. */
const leadsOf = ({ red, black, clamp, pileAt }: BenchControls) => ({
  red: red === null ? null : { at: red, touch: '' },
  black: black === null ? null : { at: black, touch: '' },
  clamp: clamp === null ? null : { at: clamp as 'bank', words: '' },
  pile: pileAt === 'starter' || pileAt === 'bank' ? { at: pileAt, words: '' } : null,
});

const Running = ({ exercise, kept, again }: { exercise: Exercise; kept: string; again: () => void }) => {
  const run = useBenchRun(exercise, kept);
  const { frame, controls, lead, place, score } = run;
  // Drawn where a hand changed something, not at every step of the machine.
  const drawing = useMemo(
    () => (
      <PathDrawing
        unit={exercise.unit}
        faces={NO_FACES}
        batteries={batteryFaces(exercise.unit, controls)}
        leads={leadsOf(controls)}
        onPoint={(at, dragged) => {
          const which = dragged === null ? lead : dragged;
          place(which === 'black' ? 'black' : 'red', at);
        }}
        onStretch={(at) => {
          if (lead === 'clamp') place('clamp', at);
        }}
      />
    ),
    [exercise, controls, lead, place],
  );
  if (run.problem !== null) return <Failed title="The machine does not run" words={run.problem} />;
  if (score !== null) return <DebriefPanel faults={exercise.faults} score={score} told={run.told} again={again} />;
  return (
    <Sheet>
      <Part style={{ gridArea: 'machine' }}>
        <p style={{ fontSize: '1.1rem' }}>{exercise.story}</p>
        {drawing}
      </Part>
      <Part style={{ gridArea: 'panel' }}>
        <p>
          <strong>{figure(run.minutes, 0)} min</strong> of {exercise.parMinutes}
          {run.hadDanger ? ', and something dangerous was done' : ''}
        </p>
        <PlaceLeads chosen={lead} controls={controls} choose={run.setLead} nameOf={placeName} />
        <MeterPanel
          frame={frame}
          held={run.held}
          clearHeld={run.clearHeld}
          mode={controls.meter}
          setMode={run.setMeter}
          zeroClamp={run.zeroClamp}
        />
        <BenchControlsPanel
          unit={exercise.unit}
          controls={controls}
          running={frame?.state === 'running'}
          gauge={gaugeWords(frame)}
          change={run.hands.setControls}
        />
      </Part>
      <BenchLower unit={exercise.unit} notes={run.notes} named={run.named} hands={run.hands} />
    </Sheet>
  );
};

/** The practice bench: a machine with something hidden, instruments, and nobody to be hurt. */
export const BenchView = () => {
  const { exerciseId = '' } = useParams();
  usePracticeGround(true);
  const [run, setRun] = useState(0);
  const free = useAppSelector((state) => state.practice.free);
  const kept = `vaktman.bench.${exerciseId}${exerciseId === 'free' ? `.${free?.seed ?? 0}` : ''}`;
  const exercise = useExercise(exerciseId);
  if (exercise === null)
    return (
      <>
        <HazardStrip />
        <Failed title="No such exercise" words="Choose one from the list of exercises." />
      </>
    );
  return (
    <>
      <HazardStrip />
      <TitleBlock
        plate={exercise.unit.id}
        lines={[exercise.unit.description]}
        cells={[
          { label: 'Exercise', value: exercise.title },
          { label: 'Bank', value: bankWords(exercise.unit.systemVolts, exercise.unit.bank.arrangement) },
          { label: 'Each battery', value: halfRating(exercise.unit) },
          { label: 'Air and batteries', value: `${figure(exercise.ambientC, 0)} °C` },
        ]}
        end={<EndLink to="/practice">Leave practice</EndLink>}
      />
      <Running
        key={run}
        exercise={exercise}
        kept={kept}
        again={() => {
          forgetBenchNotes(kept);
          setRun((before) => before + 1);
        }}
      />
    </>
  );
};
