import {
  afterRepair,
  debrief,
  batteriesInOrder,
  exerciseAt,
  figure,
  loadTarget,
  partsOf,
  pointName,
  scoreOf,
  type BenchControls,
  type Debrief,
  type DebriefInput,
  type Score,
  type Unit,
  present,
} from '@vaktman/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { ChoiceField } from '../control/ChoiceField';
import { Key } from '../control/Key';
import type { BatteryFace } from '../drawing/BankDrawing';
import { PathDrawing } from '../drawing/PathDrawing';
import { EndLink } from '../frame/EndLink';
import { Failed } from '../frame/Failed';
import { TitleBlock } from '../frame/TitleBlock';
import { bankWords } from '../control/words';
import { useAppSelector } from '../store';
import { NARROW, PHONE } from '../theme/screen';
import { BatteryTools, toolName } from './BatteryTools';
import { BenchControlsPanel } from './BenchControlsPanel';
import { forgetBenchNotes, useBenchNotes } from './benchNotes';
import { DebriefPanel } from './DebriefPanel';
import { HazardStrip } from './HazardStrip';
import { MeterPanel } from './MeterPanel';
import { NameFault } from './NameFault';
import { PlaceLeads, type Lead } from './PlaceLeads';
import { useBench } from './useBench';
import { usePracticeGround } from './usePracticeGround';

const Sheet = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 0.8rem 1.5rem;
  padding: 0.8rem 1.5rem 1.2rem;
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 340px;
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
    padding: 0.6rem 0.9rem 3rem;
  }
  > div {
    display: grid;
    gap: 0.7rem;
    align-content: start;
    min-width: 0;
  }
`;
const Lower = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.6rem 1.4rem;
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const Notebook = styled.ol`
  max-height: 10rem;
  overflow: auto;
  li {
    border-top: 1px solid var(--rule);
    padding: 0.2rem 0;
  }
`;

const NO_FACES = { stretches: {}, joints: {} };
/** Minutes a hand needs for what takes a moment here. */
const MOVE_LEAD_MINUTES = 0.5;
const MOVE_PILE_MINUTES = 2;
const CUT_OFF_MINUTES = 3;
const TOOL_MINUTES = 2;

const STRETCH_NAMES: Readonly<Record<string, string>> = {
  'starter.positive': 'positive cable',
  'charge.positive': 'charge cable',
};
const placeName = (at: string | null): string => (at === null ? 'nowhere' : (STRETCH_NAMES[at] ?? pointName(at)));

interface Exercise extends DebriefInput {
  readonly title: string;
  readonly story: string;
  readonly parMinutes: number;
}

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

const Running = ({ exercise, kept, again }: { exercise: Exercise; kept: string; again: () => void }) => {
  const bench = useBench(exercise);
  const { frame, controls, change, wait, repair, worker } = bench;
  const [lead, setLead] = useState<Lead>('red');
  const [done, changeDone] = useBenchNotes(kept);
  const { minutes, notes, named, needless } = done;
  const faults = done.faults ?? exercise.faults;
  const setNotes = (add: (before: readonly string[]) => readonly string[]): void =>
    changeDone((before) => ({ ...before, notes: add(before.notes) }));
  const [score, setScore] = useState<Score | null>(null);
  const [told, setTold] = useState<Debrief | null>(null);
  const [part, setPart] = useState(0);
  const dragged = useRef<Lead | null>(null);
  const parts = useMemo(() => partsOf(exercise.unit), [exercise]);
  const repairedBefore = useRef(done.faults);
  useEffect(() => {
    // After a reload the machine stands as it was made: what was repaired in it is repaired again.
    if (worker !== null && repairedBefore.current !== null) repair(repairedBefore.current);
  }, [worker, repair]);
  const spend = useCallback(
    (cost: number) => changeDone((before) => ({ ...before, minutes: before.minutes + cost })),
    [changeDone],
  );

  const place = useCallback(
    (which: Lead, at: string): void => {
      change({ [which]: at });
      spend(MOVE_LEAD_MINUTES);
      if (which !== 'clamp') setLead(which === 'red' ? 'black' : 'red');
    },
    [change, spend],
  );
  useEffect(() => {
    // A lead let go over a point of the drawing is put there.
    const drop = (event: PointerEvent): void => {
      const which = dragged.current;
      dragged.current = null;
      if (which === null) return;
      const target = document.elementFromPoint(event.clientX, event.clientY)?.closest('[data-point]');
      const at = target?.getAttribute('data-point');
      if (at != null && which !== 'clamp') place(which, at);
    };
    window.addEventListener('pointerup', drop);
    return () => window.removeEventListener('pointerup', drop);
  }, [place]);
  const onPoint = (id: string): void => place(lead === 'clamp' ? 'red' : lead, id);
  const onStretch = (id: string): void => {
    if (lead === 'clamp') place('clamp', id);
  };
  const note = (): void => {
    if (frame === null) return;
    const volts =
      frame.meterVolts === null
        ? ''
        : `${figure(frame.meterVolts, 3)} V, RED ${placeName(controls.red)}, BLACK ${placeName(controls.black)}`;
    const amps = frame.clampAmps === null ? '' : `${figure(frame.clampAmps, 1)} A at ${placeName(controls.clamp)}`;
    setNotes((before) => [...before, [volts, amps, frame.state].filter((text) => text !== '').join('; ')]);
  };
  const finish = (): void => {
    setScore(
      scoreOf({
        faults: exercise.faults,
        named,
        minutes: minutes + (frame?.seconds ?? 0) / 60,
        parMinutes: exercise.parMinutes,
        needless,
        dangers: frame?.dangers ?? [],
      }),
    );
    const looked = worker === null ? Promise.resolve(debrief(exercise)) : worker.debrief(exercise);
    void looked.then(setTold);
  };
  if (score !== null) return <DebriefPanel faults={exercise.faults} score={score} told={told} again={again} />;
  const leads = {
    red: controls.red === null ? null : { at: controls.red, touch: '' },
    black: controls.black === null ? null : { at: controls.black, touch: '' },
    clamp: controls.clamp === null ? null : { at: controls.clamp as 'bank', words: '' },
    pile: controls.pileAt === 'starter' || controls.pileAt === 'bank' ? { at: controls.pileAt, words: '' } : null,
  };
  return (
    <Sheet>
      <div>
        <p style={{ fontSize: '1.1rem' }}>{exercise.story}</p>
        <PathDrawing
          unit={exercise.unit}
          faces={NO_FACES}
          batteries={batteryFaces(exercise.unit, controls)}
          leads={leads}
          onPoint={onPoint}
          onStretch={onStretch}
        />
        <Lower>
          <div>
            <h2>Notebook</h2>
            {notes.length === 0 ? <p>What you read, you note here yourself.</p> : null}
            <Notebook aria-label="Notebook" tabIndex={0}>
              {notes.map((text, index) => (
                <li key={`${index} ${text}`}>{text}</li>
              ))}
            </Notebook>
            <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: '0.5rem', marginTop: '0.4rem' }}>
              <Key onPress={note}>Note it</Key>
              <Key
                onPress={() => {
                  wait(600);
                  spend(10);
                }}
              >
                Wait 10 min
              </Key>
            </div>
            <h2>Tools</h2>
            <BatteryTools
              unit={exercise.unit}
              use={(tool, position) => {
                spend(TOOL_MINUTES);
                void worker?.tool(tool, position).then((shown) => {
                  const words = shown ?? 'cannot be used here, its caps do not open';
                  setNotes((before) => [...before, `${toolName(tool)}, battery ${position}: ${words}`]);
                });
              }}
            />
          </div>
          <div>
            <h2>Repair</h2>
            <ChoiceField
              label="Part or joint"
              value={String(part)}
              onChange={(value) => setPart(Number(value))}
              options={parts.map(({ words }, index) => [String(index), words] as const)}
            />
            <Key
              onPress={() => {
                const chosen = present(parts[part]);
                const repaired = afterRepair(faults, chosen.part);
                repair(repaired.faults);
                changeDone((before) => ({
                  ...before,
                  minutes: before.minutes + chosen.minutes,
                  faults: repaired.faults,
                  needless: repaired.needless ? [...before.needless, chosen.words] : before.needless,
                  notes: [...before.notes, `${chosen.words}: done`],
                }));
              }}
              style={{ width: '100%', marginTop: '0.5rem' }}
            >
              Do it
            </Key>
          </div>
          <div>
            <h2>Name the fault</h2>
            <NameFault
              unit={exercise.unit}
              named={named}
              add={(fault) => changeDone((before) => ({ ...before, named: [...before.named, fault] }))}
              finish={finish}
            />
          </div>
        </Lower>
      </div>
      <div>
        <p>
          <strong>{figure(minutes + (frame?.seconds ?? 0) / 60, 0)} min</strong> of {exercise.parMinutes}
          {(frame?.dangers.length ?? 0) > 0 ? ', and something dangerous was done' : ''}
        </p>
        <PlaceLeads
          chosen={lead}
          controls={controls}
          choose={setLead}
          nameOf={placeName}
          drag={(which) => {
            dragged.current = which;
            setLead(which);
          }}
        />
        <MeterPanel
          frame={frame}
          mode={controls.meter}
          setMode={(meter) => change({ meter })}
          zeroClamp={() => void worker?.zeroClamp()}
        />
        <BenchControlsPanel
          unit={exercise.unit}
          controls={controls}
          frame={frame}
          change={(given) => {
            if ('pileAt' in given) spend(MOVE_PILE_MINUTES);
            if ('isolated' in given) spend(CUT_OFF_MINUTES);
            change(given);
          }}
        />
      </div>
    </Sheet>
  );
};

/** The practice bench: a machine with something hidden, instruments, and nobody to be hurt. */
export const BenchView = () => {
  const { exerciseId = '' } = useParams();
  const free = useAppSelector((state) => state.practice.free);
  usePracticeGround(true);
  const [run, setRun] = useState(0);
  const kept = `vaktman.bench.${exerciseId}${exerciseId === 'free' ? `.${free?.seed ?? 0}` : ''}`;
  const exercise = useMemo((): Exercise | null => {
    if (exerciseId === 'free')
      return free === null
        ? null
        : {
            ...free,
            title: 'Free play',
            story: `Any unit, any fault: ${free.unit.id}, ${free.unit.description}.`,
            parMinutes: 60,
          };
    const known = exerciseAt(exerciseId);
    return known === undefined ? null : { ...known, parMinutes: known.minutes };
  }, [exerciseId, free]);
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
          { label: 'Air and batteries', value: `${exercise.ambientC} °C` },
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
