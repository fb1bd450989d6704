import { figure, ladderRungs, pathLayout, present, CAUTION_WORDS } from '@vaktman/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { Figure } from '../control/Figure';
import { KeyLink, PrimaryKeyLink, QuietKey } from '../control/Key';
import { Mark, VERDICT_MARK, type MarkKind } from '../control/Mark';
import { LadderDrawing } from '../drawing/LadderDrawing';
import type { Rung, RungName } from '../drawing/ladderRungs';
import { nextOnScreen, nextWords, onwardPath } from './nextPlace';
import type { StepProps } from './stepProps';
import { DrawnFrame } from './CircuitFrame';
import { LadderColumn, LadderEntry, LadderHead } from './LadderEntry';
import { LadderSum } from './LadderSum';
import { ORDER, TITLES, type Target } from './ladderTargets';
import { useHeld } from './useHeld';

const Rungs = styled.ul`
  li {
    display: grid;
    grid-template-columns: 1fr auto 7rem;
    gap: 0.6rem;
    align-items: center;
    border-bottom: 1px solid var(--rule);
  }
`;
/** The voltage ladder: every stretch read while cranking, added up against what the bank gives. */
export const LadderStep = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const visitId = detail.file.visit.id;
  const { unit } = detail.file;
  const { facts } = judged.outcomes;
  const read = ladderRungs(facts);
  const { asked, ask, leave, answer } = useHeld<Target>(ORDER.find((own) => read[own] === null) ?? null);
  const numbers = useMemo(() => {
    const points = pathLayout(unit).testPoints;
    const at = (test: (id: string) => boolean) => points.find(({ id }) => test(id))?.number ?? 0;
    return [
      at((id) => /^[A-F]\+$/.test(id)),
      at((id) => id === 'starter.B+'),
      at((id) => id === 'starter.motor'),
      at((id) => id === 'starter.ground'),
      at((id) => /^[A-F]-$/.test(id)),
    ];
  }, [unit]);
  const outcomeOf = (rung: RungName) =>
    rung === 'positive' || rung === 'negative'
      ? judged.outcomes.at('start.drop', rung)
      : judged.outcomes.at(rung === 'solenoid' ? 'start.solenoid' : 'start.motor', 'starter');
  const limitOf = (rung: RungName): number | null =>
    rung === 'motor' ? null : facts.limits.get(rung === 'solenoid' ? 'solenoidVolts' : 'starterDropSideVolts').value;
  const rungs = (['positive', 'solenoid', 'motor', 'negative'] as const).map((name, index): Rung => {
    const outcome = outcomeOf(name);
    const mark: MarkKind = read[name] === null ? 'notyet' : outcome === null ? 'passed' : VERDICT_MARK[outcome.verdict];
    return {
      name,
      title: TITLES[name],
      volts: read[name]?.volts ?? null,
      limitVolts: limitOf(name),
      mark,
      from: present(numbers[index]),
      to: present(numbers[index + 1]),
    };
  });
  const sourceVolts = read.source?.volts ?? null;
  const ladder = judged.outcomes.at('start.ladder', 'bank');
  return (
    <DrawnFrame
      detail={detail}
      judged={judged}
      point="starter"
      test="Voltage ladder"
      caution={CAUTION_WORDS['running-engine']}
      drawing={
        <LadderDrawing
          sourceVolts={sourceVolts}
          rungs={rungs}
          points={numbers}
          chosen={asked === null || asked.target === 'source' ? null : asked.target}
          onPress={ask}
        />
      }
      strip={
        <Rungs>
          {rungs.map((rung) => (
            <li key={rung.name}>
              <QuietKey onPress={() => ask(rung.name)}>{rung.title}</QuietKey>
              <span>{rung.volts === null ? 'not yet' : <Figure text={figure(rung.volts, 2)} unit="V" />}</span>
              <Mark kind={rung.mark} />
            </li>
          ))}
        </Rungs>
      }
      below={<LadderSum rungs={rungs} sourceVolts={sourceVolts} ladder={ladder} systemVolts={unit.systemVolts} />}
    >
      {asked === null ? (
        <LadderColumn>
          <LadderHead>{ladder?.verdict === 'pass' ? 'The ladder adds up' : 'The ladder does not add up'}</LadderHead>
          <p>
            <Words>{ladder?.because ?? ''}</Words>
          </p>
          {ladder?.redo == null ? null : (
            <p style={{ fontWeight: 680 }}>
              <Words>{ladder.redo}</Words>
            </p>
          )}
          <p>Press a rung to read it again.</p>
          <KeyLink to={`/visits/${visitId}/findings`}>Findings and repair</KeyLink>
          <PrimaryKeyLink to={onwardPath(visitId, judged)} autoFocus>
            {nextWords(nextOnScreen(judged))}
          </PrimaryKeyLink>
        </LadderColumn>
      ) : (
        <LadderEntry
          detail={detail}
          target={asked.target}
          picked={asked.again}
          meanwhile={
            asked.isOvertaken ? detail.file.readings.find(({ id }) => id === read[asked.target]?.id) : undefined
          }
          answer={answer}
          leave={leave}
        />
      )}
    </DrawnFrame>
  );
};
