import {
  crankCoolDown,
  figure,
  ladderRungs,
  ladderToleranceVolts,
  leadsFor,
  pathLayout,
  stepTitle,
  type Leads,
  type Unit,
  present,
  CAUTION_WORDS,
} from '@vaktman/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { useOnThisDevice } from '../clock/deviceTime';
import { useNow } from '../clock/useNow';
import { Figure } from '../control/Figure';
import { KeyLink, PrimaryKeyLink, QuietKey } from '../control/Key';
import { Keypad } from '../control/Keypad';
import { Mark, VERDICT_MARK, type MarkKind } from '../control/Mark';
import { LadderDrawing, type Rung, type RungName } from '../drawing/LadderDrawing';
import { CoolDown } from './CoolDown';
import { LeadList } from './LeadList';
import { nextOnScreen, nextWords, onwardPath } from './nextPlace';
import type { StepProps } from './stepProps';
import { useRecorder } from './useVisit';
import { DrawnFrame } from './VisitFrame';

const Head = styled.h2`
  font-size: 1.9rem;
`;
const Column = styled.div`
  display: grid;
  gap: 0.8rem;
  align-content: start;
  p {
    font-size: 1.1rem;
  }
`;
const Rungs = styled.ul`
  li {
    display: grid;
    grid-template-columns: 1fr auto 7rem;
    gap: 0.6rem;
    align-items: center;
    border-bottom: 1px solid var(--rule);
  }
`;
const Sum = styled.div`
  border-top: 2px solid var(--ink);
  padding-top: 0.7rem;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0.4rem 1.2rem;
  font-size: 1.15rem;
  .figure-large {
    font-size: 2rem;
  }
  .open {
    border: 1.6px dashed var(--ink-3);
    padding: 0 0.5rem;
  }
  small {
    font-size: 0.95rem;
    color: var(--ink-2);
  }
`;

type Target = 'source' | RungName;
const ORDER: readonly Target[] = ['source', 'positive', 'solenoid', 'motor', 'negative'];
const TITLES: Readonly<Record<Target, string>> = {
  source: 'Bank while cranking',
  positive: 'Positive cable',
  solenoid: 'Solenoid contacts',
  motor: 'Starter motor',
  negative: 'Ground side',
};

const leadsOf = (unit: Unit, target: Target): Leads => {
  switch (target) {
    case 'source':
      return leadsFor(unit, 'start.crankVolts', 'bank');
    case 'positive':
    case 'negative':
      return leadsFor(unit, 'start.drop', target, 'crank');
    case 'solenoid':
      return leadsFor(unit, 'start.solenoid', 'starter');
    case 'motor':
      return leadsFor(unit, 'start.motor', 'starter');
  }
};

/** The voltage ladder: every stretch read while cranking, added up against what the bank gives. */
export const LadderStep = ({ detail, judged }: Omit<StepProps, 'point'>) => {
  const visitId = detail.file.visit.id;
  const { unit } = detail.file;
  const recorder = useRecorder(visitId, detail.file.visit.technician);
  const { facts } = judged.outcomes;
  const read = ladderRungs(facts);
  const [picked, setPicked] = useState<Target | null>(null);
  const [overridden, setOverridden] = useState(false);
  const missing = ORDER.find((target) => read[target] === null) ?? null;
  const target = picked ?? missing;
  const now = useNow(1000);
  const onDevice = useOnThisDevice(detail.file.readings, now);
  const cooling = overridden ? null : crankCoolDown(onDevice, now);
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
  const found = rungs.reduce((sum, { volts }) => sum + (volts ?? 0), 0);
  const count = rungs.filter(({ volts }) => volts !== null).length;
  const ladder = judged.outcomes.at('start.ladder', 'bank');
  const k = unit.systemVolts / 12;
  const save = async (volts: number): Promise<void> => {
    if (target === null) return;
    switch (target) {
      case 'source':
        await recorder.reading({ step: 'start.crankVolts', point: 'bank', volts, hold: 'settled' });
        break;
      case 'positive':
      case 'negative':
        await recorder.reading({ step: 'start.drop', point: target, volts, by: 'crank' });
        break;
      case 'solenoid':
        await recorder.reading({ step: 'start.solenoid', point: 'starter', volts });
        break;
      case 'motor':
        await recorder.reading({ step: 'start.motor', point: 'starter', volts });
        break;
    }
    setPicked(null);
    setOverridden(false);
  };
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
          chosen={target === 'source' ? null : target}
          onPress={setPicked}
        />
      }
      strip={
        <Rungs>
          {rungs.map((rung) => (
            <li key={rung.name}>
              <QuietKey onPress={() => setPicked(rung.name)}>{rung.title}</QuietKey>
              <span>{rung.volts === null ? 'not yet' : <Figure text={figure(rung.volts, 2)} unit="V" />}</span>
              <Mark kind={rung.mark} />
            </li>
          ))}
        </Rungs>
      }
      below={
        <Sum role="status" aria-label="Sum check">
          <div>
            <strong>Sum check</strong>
            <br />
            <small>
              {count} of 4 rungs
              {sourceVolts === null ? '' : `; may differ by ${figure(ladderToleranceVolts(sourceVolts, k), 2)} V`}
            </small>
          </div>
          <span>
            <span className="figure-large">
              <Figure text={figure(found, 2)} />
            </span>{' '}
            found
          </span>
          {sourceVolts === null ? null : (
            <>
              <span>{sourceVolts >= found ? '+' : '−'}</span>
              <span>
                <span className="figure-large open">
                  <Figure text={figure(Math.abs(sourceVolts - found), 2)} />
                </span>{' '}
                {count < 4 ? 'still to find' : sourceVolts >= found ? 'not found' : 'too much'}
              </span>
              <span>=</span>
              <span>
                <span className="figure-large">
                  <Figure text={figure(sourceVolts, 2)} />
                </span>{' '}
                V at the bank
              </span>
            </>
          )}
          {ladder === null ? null : (
            <Mark
              kind={VERDICT_MARK[ladder.verdict]}
              word={ladder.verdict === 'pass' ? 'it adds up' : 'does not add up'}
            />
          )}
        </Sum>
      }
    >
      {target === null ? (
        <Column>
          <Head>{ladder?.verdict === 'pass' ? 'The ladder adds up' : 'The ladder does not add up'}</Head>
          <p>{ladder?.because}</p>
          {ladder?.redo == null ? null : <p style={{ fontWeight: 680 }}>{ladder.redo}</p>}
          <p>Press a rung to read it again.</p>
          <KeyLink to={`/visits/${visitId}/findings`}>Findings and repair</KeyLink>
          <PrimaryKeyLink to={onwardPath(visitId, judged)} autoFocus>
            {nextWords(nextOnScreen(judged))}
          </PrimaryKeyLink>
        </Column>
      ) : (
        <Column>
          <Head>
            {picked === null ? 'Next' : 'Again'}: {TITLES[target].toLowerCase()}
          </Head>
          <LeadList unit={unit} leads={leadsOf(unit, target)} />
          <p>
            Crank 3 s, starting disabled. Read the settled volts. One cranks, one reads; alone, minimum and maximum
            hold.
          </p>
          {cooling === null ? (
            <Keypad
              key={`${target} ${String(picked)}`}
              fields={[
                {
                  key: 'volts',
                  label: target === 'source' ? stepTitle('start.crankVolts') : TITLES[target],
                  unit: 'V',
                  signed: target !== 'source' && target !== 'motor',
                  min: -40,
                  max: 40,
                  usual: target === 'source' || target === 'motor' ? [5 * k, 12.6 * k] : [-1.5, 2.5],
                },
              ]}
              save={(values) => void save(values['volts'] ?? 0)}
            />
          ) : (
            <CoolDown
              cooling={cooling}
              override={(reason) =>
                void recorder
                  .event({ kind: 'wait-skipped', wait: 'starter cools', reason })
                  .then(() => setOverridden(true))
              }
            />
          )}
        </Column>
      )}
    </DrawnFrame>
  );
};
