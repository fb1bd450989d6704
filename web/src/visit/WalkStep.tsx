import {
  asksForAnswer,
  crankSecondsOf,
  leadsFor,
  walk,
  walkConditions,
  WALK_ANSWERS,
  walkAnswers,
  walkAnswerText,
  walkNode,
  type WalkPoint,
  type WalkReading,
  present,
  CAUTION_WORDS,
} from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { Key, KeyLink, PrimaryKeyLink } from '../control/Key';
import { Keypad } from '../control/Keypad';
import { WalkDrawing } from '../drawing/WalkDrawing';
import { AnswerKeys } from './AnswerKeys';
import { CoolDown } from './CoolDown';
import { LeadList } from './LeadList';
import { nextOnScreen, nextWords, onwardPath } from './nextPlace';
import { ReadMeanwhile } from './ReadMeanwhile';
import type { StepProps } from './stepProps';
import { useCrankCooling } from './useCrankCooling';
import { useHeld } from './useHeld';
import { useRecorder } from './useVisit';
import { DrawnFrame } from './CircuitFrame';

const Column = styled.div`
  display: grid;
  gap: 0.8rem;
  align-content: start;
  h2 {
    font-size: 1.9rem;
  }
  p {
    font-size: 1.15rem;
  }
`;
const Trail = styled.ol`
  li {
    padding: 0.25rem 0;
    border-bottom: 1px solid var(--rule);
  }
`;

const WHY: Partial<Record<WalkPoint, string>> = {
  bankRest: 'A flat bank explains everything else. Read it first.',
  bankJoints: 'By hand and by eye: a joint that looks whole may be loose.',
  starterRest: 'Nothing flows at rest: lost volts here mean an open or corroded path.',
  starterRestCleaned: 'Clean and tighten the cables, then read once more.',
  starterRestBank: 'What the starter lacks to its ground, it has to the bank: then the ground side loses it.',
  starterRestIsolator: 'Close or bridge isolator and fusible link, then read once more.',
  attempt: 'Try to crank once, starting disabled.',
  starterCranking: 'Does enough arrive at the starter while it is asked for?',
  motorCranking: 'Are the solenoid contacts passing it on?',
  controlCranking: 'Is the starter told to engage at all?',
  pinion: 'Told and fed, and yet nothing turns: look at pinion and ring gear.',
  switchOutputCranking: 'Does the magnetic switch pass the signal on?',
  switchSupplyRest: 'Does anything reach the magnetic switch?',
  switchSupplyCranking: 'Does its supply hold while it works?',
  coilSignal: 'Is the switch itself told? Key, interlock, neutral switch.',
};

/** Volts a reading of the walk usually shows. */
const usualVolts = (k: number): readonly [number, number] => [0, 13.2 * k];

/** The walk for a machine that does not crank, or slowly: one question at a time on the drawn tree. */
export const WalkStep = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const visitId = detail.file.visit.id;
  const { unit } = detail.file;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const [overridden, setOverridden] = useState(false);
  const answers = walkAnswers(judged.outcomes.facts);
  const state = walk(answers, walkConditions(judged.outcomes));
  const { asked, ask, leave, answer: answering } = useHeld<WalkPoint>(state.at);
  const at = asked?.target ?? null;
  const said = Object.fromEntries(Object.entries(answers).map(([point, reading]) => [point, walkAnswerText(reading)]));
  const lastTaken = state.taken.at(-1)?.point;
  const record = async (fields: { volts: number } | { answer: NonNullable<WalkReading['answer']> }) => {
    await answering(() => recorder.reading({ step: 'start.walk', point: present(at), ...fields }));
    setOverridden(false);
  };
  const cranks = at !== null && crankSecondsOf({ step: 'start.walk', point: at }) > 0;
  const cooling = useCrankCooling(detail.file.readings, cranks && !overridden);
  return (
    <DrawnFrame
      detail={detail}
      judged={judged}
      point="starter"
      test="No-crank walk"
      caution={CAUTION_WORDS['running-engine']}
      drawing={<WalkDrawing state={state} answers={said} />}
      strip={
        <Trail aria-label="So far">
          {state.taken.map(({ point, branch }) => (
            <li key={point}>
              {walkNode(point).question}: <strong>{said[point]}</strong>, {branch.when}
            </li>
          ))}
        </Trail>
      }
      below={null}
    >
      {at === null ? (
        <Column>
          <h2>
            {state.end?.kind === 'finding' ? 'Found' : state.end?.kind === 'service' ? 'It cranks' : 'Charge first'}
          </h2>
          <p style={{ fontSize: '1.35rem', fontWeight: 660 }}>
            <Words>{state.end?.words ?? ''}</Words>
          </p>
          <p>A found fault does not end the visit: the remaining steps are still owed.</p>
          {lastTaken === undefined ? null : <Key onPress={() => ask(lastTaken)}>Answer the last one again</Key>}
          <KeyLink to={`/visits/${visitId}/findings`}>Findings and repair</KeyLink>
          <PrimaryKeyLink to={onwardPath(visitId, judged)} autoFocus>
            {nextWords(nextOnScreen(judged))}
          </PrimaryKeyLink>
        </Column>
      ) : (
        <Column>
          <h2>{walkNode(at).question}</h2>
          <p>{WHY[at]}</p>
          <LeadList unit={unit} leads={leadsFor(unit, 'start.walk', at)} />
          <ReadMeanwhile
            detail={detail}
            reading={asked?.isOvertaken === true ? judged.outcomes.facts.current.get(`start.walk@${at}`) : undefined}
            keep={leave}
          />
          {cooling !== null ? (
            <CoolDown
              cooling={cooling}
              override={(reason) =>
                void recorder
                  .event({ kind: 'wait-skipped', wait: 'starter cools', reason })
                  .then(() => setOverridden(true))
              }
            />
          ) : asksForAnswer(at) ? (
            <AnswerKeys
              key={at}
              question={walkNode(at).question}
              answers={WALK_ANSWERS[at]}
              choose={(answer) => record({ answer })}
            />
          ) : (
            <Keypad
              key={at}
              fields={[
                {
                  key: 'volts',
                  label: 'Volts',
                  unit: 'V',
                  signed: true,
                  min: -40,
                  max: 40,
                  usual: usualVolts(unit.systemVolts / 12),
                },
              ]}
              save={(values) => record({ volts: values['volts'] ?? 0 })}
            />
          )}
          {lastTaken === undefined ? null : <Key onPress={() => ask(lastTaken)}>Answer the last one again</Key>}
        </Column>
      )}
    </DrawnFrame>
  );
};
