import {
  CAUTION_WORDS,
  figure,
  firstUp,
  leadsFor,
  nameOfRun,
  pointName,
  present,
  runAt,
  runSection,
  type RunReading,
} from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { useWords } from '../../control/ReaderContext';
import { PHONE } from '../../theme/screen';
import { Key, KeyLink, PrimaryKeyLink } from '../../control/Key';
import { RunDrawing } from '../../drawing/RunDrawing';
import { DrawnFrame } from '../CircuitFrame';
import { LeadList } from '../LeadList';
import { usualMoment } from '../measure/runMoments';
import { nextOnScreen, nextWords, onwardPath } from '../nextPlace';
import { SkipStep } from '../SkipStep';
import type { StepProps } from '../stepProps';
import { useRecorder } from '../useVisit';
import { NamePoint } from './NamePoint';
import { RunEntry } from './RunEntry';
import { RunValues } from './RunValues';

const Heading = styled.h2`
  font-size: 2.1rem;
  margin-bottom: 0.3rem;
`;
const Foot = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 1rem;
  align-items: center;
  p {
    color: var(--ink-2);
  }
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Column = styled.div`
  display: grid;
  gap: 0.8rem;
  align-content: start;
  h2 {
    font-size: 1.9rem;
  }
  p {
    font-size: 1.1rem;
  }
  ${PHONE} {
    display: contents;
  }
`;
/**
 * Volts along one run of cable: one probe stays where the run begins, the other goes from point to point, each reading in the
 * middle of the stretch that loses most.
 */
export const RunStep = ({ detail, judged, point }: StepProps) => {
  const visitId = detail.file.visit.id;
  const { unit } = detail.file;
  const { facts } = judged.outcomes;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const run = present(runAt(facts, point));
  const section = runSection(facts, run);
  const asked = point.slice(run.key.length + 1);
  const wasRead = (own: string): boolean => section.points.some((at) => at.point === own && at.volts !== null);
  const [picked, setPicked] = useState<string | null>(() => (wasRead(asked) ? null : asked));
  const [chosen, setChosen] = useState<RunReading['during'] | null>(null);
  const during = chosen ?? section.first?.during ?? usualMoment(run.name);
  const words = useWords();
  const target = picked ?? section.next?.point ?? null;
  const limitVolts = facts.limits.get(run.name === 'field' ? 'regulatorVolts' : 'segmentVolts').value;
  const { worst, wholeVolts, first } = section;
  const amps = first?.amps;
  const heading =
    worst !== null
      ? `${words(figure(worst.volts, 2))}${wholeVolts === null ? '' : ` of ${words(figure(wholeVolts, 2))}`} V is lost from ${pointName(worst.from)} to ${pointName(worst.to)}`
      : wholeVolts === null
        ? `${firstUp(nameOfRun(run))}: read its end first`
        : 'No stretch of it loses too much';
  const halves = section.next?.halves ?? null;
  const beforeNamed = worst?.from ?? section.points.at(-2)?.point ?? run.from;
  return (
    <DrawnFrame
      detail={detail}
      judged={judged}
      point={point}
      test={firstUp(nameOfRun(run))}
      caution={CAUTION_WORDS[during === 'charging' ? 'running-engine' : 'load-heat']}
      drawing={
        <>
          <Heading>{heading}</Heading>
          <RunDrawing section={section} limitVolts={limitVolts} chosen={target} onPress={setPicked} />
        </>
      }
      strip={
        <>
          <Heading>{heading}</Heading>
          <RunValues section={section} pick={setPicked} />
        </>
      }
      below={
        <Foot>
          <p>
            One probe stays at {pointName(run.from)}.
            {amps === undefined
              ? ' All points under one current.'
              : ` All readings within a tenth of ${figure(Math.abs(amps), 0)} A, or the run is read again.`}
          </p>
          <NamePoint
            taken={[run.from, ...run.points]}
            name={(name) =>
              void recorder
                .event({ kind: 'point-named', run: run.key, point: name, after: beforeNamed })
                .then(() => setPicked(name))
            }
          />
        </Foot>
      }
    >
      {target === null ? (
        <Column>
          <h2>{worst === null ? 'Nothing to find' : 'Found'}</h2>
          <p>
            {worst === null
              ? `Every stretch read is within ${words(figure(limitVolts, 2))} V.`
              : `Between ${pointName(worst.from)} and ${pointName(worst.to)}: clean, tighten or renew what lies there, then read this stretch again. To narrow it further, name a point between.`}
          </p>
          <Key onPress={() => setPicked(section.points.at(-1)?.point ?? null)}>Read the end again</Key>
          <KeyLink to={`/visits/${visitId}/findings`}>Findings and repair</KeyLink>
          <PrimaryKeyLink to={onwardPath(visitId, judged)} autoFocus>
            {nextWords(nextOnScreen(judged))}
          </PrimaryKeyLink>
        </Column>
      ) : (
        <Column>
          <h2>
            {picked === null && halves !== null ? 'Halve it: ' : 'Read '}
            {pointName(target)}
          </h2>
          <LeadList unit={unit} leads={leadsFor(unit, 'run.volts', `${run.key}:${target}`)} />
          {halves === null || picked !== null ? null : (
            <p>
              Middle of the worst stretch, {pointName(halves.from)} to {pointName(halves.to)}.
            </p>
          )}
          <RunEntry
            key={target}
            run={run}
            target={target}
            first={first}
            tell={setChosen}
            save={(reading) => recorder.reading(reading).then(() => setPicked(null))}
          />
          <SkipStep detail={detail} step="run.volts" point={`${run.key}:${target}`} />
        </Column>
      )}
    </DrawnFrame>
  );
};
