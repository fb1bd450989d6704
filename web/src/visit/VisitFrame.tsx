import type { VisitDetail } from '@vaktman/contract';
import { celsiusText, pathLayout, pointName, PROFILES, VERDICT_WORDS, type Leads } from '@vaktman/core';
import { useMemo, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { longNowText } from '../control/dates';
import { VERDICT_MARK } from '../control/Mark';
import { bankWords } from '../control/words';
import { BankDrawing, type BatteryFace } from '../drawing/BankDrawing';
import { BankStrip } from '../drawing/BankStrip';
import { PathDrawing } from '../drawing/PathDrawing';
import { pathFaces } from '../drawing/pathFaces';
import { DeviceKeys } from '../frame/DeviceKeys';
import { EndLink } from '../frame/EndLink';
import { TitleBlock, type TitleCell } from '../frame/TitleBlock';
import { useNow } from '../clock/useNow';
import { NARROW, PHONE } from '../theme/screen';
import { placePath } from './nextPlace';
import { StepBeforeStrip } from './StepBeforeStrip';
import type { Judged } from './useVisit';

const Columns = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 0 1.5rem;
  padding: 1rem 1.5rem 1.2rem;
  min-height: calc(100dvh - 62px);
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 300px;
  }
  ${PHONE} {
    display: block;
    padding: 0.6rem 0.9rem 3rem;
  }
`;
const Work = styled.section`
  display: flex;
  flex-direction: column;
  min-width: 0;
`;
const Side = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 0.8rem;
  ${PHONE} {
    margin-top: 1.4rem;
  }
`;
const Hazard = styled.p`
  display: grid;
  grid-template-columns: 12px 1fr;
  gap: 0.7rem;
  font-weight: 640;
  font-size: 1rem;
  line-height: 1.25;
  border-top: 2px solid var(--ink);
  padding-top: 0.6rem;
  &::before {
    content: '';
    background: repeating-linear-gradient(135deg, var(--ink) 0 4px, transparent 4px 8px);
  }
`;
const OnDesk = styled.div`
  ${PHONE} {
    display: none;
  }
`;

/** What each battery of the bank shows in the drawing: its load volts, else its resting volts, else that it is to do. */
export const bankFaces = ({ outcomes, judgement }: Judged): Readonly<Record<string, BatteryFace>> => {
  const { facts } = outcomes;
  return Object.fromEntries(
    [...facts.batteries.keys()].map((position): [string, BatteryFace] => {
      const load = facts.current.get(`battery.load@${position}`);
      const rest = facts.current.get(`battery.openCircuit@${position}`);
      if (load?.step === 'battery.load') {
        const verdict = outcomes.at('battery.load', position)?.verdict ?? 'inconclusive';
        return [
          position,
          { value: load.lowestVolts.toFixed(2), unit: 'V', note: 'under load', mark: VERDICT_MARK[verdict] },
        ];
      }
      if (rest?.step === 'battery.openCircuit') {
        const verdict = outcomes.at('battery.openCircuit', position)?.verdict ?? 'inconclusive';
        const owes = judgement.missing.some(({ step, point }) => step === 'battery.load' && point === position);
        return [
          position,
          {
            value: rest.volts.toFixed(2),
            unit: 'V',
            note: 'at rest',
            mark: verdict === 'pass' && owes ? 'notyet' : VERDICT_MARK[verdict],
          },
        ];
      }
      return [position, { value: null, unit: '', note: 'to do', mark: 'notyet' }];
    }),
  );
};

/** The title block of a step: unit, bank, the battery or test meant, the air, the time and who works. */
const StepTitle = ({
  detail,
  judged,
  point,
  test,
}: {
  detail: VisitDetail;
  judged: Judged;
  point: string;
  test: string;
}) => {
  const now = useNow(30_000);
  const { unit, visit } = detail.file;
  const battery = judged.outcomes.facts.batteries.get(point);
  const rest = judged.outcomes.facts.current.get(`battery.openCircuit@${point}`);
  const atRest = judged.outcomes.at('battery.openCircuit', point);
  const cells: TitleCell[] = [
    { label: 'Bank', value: bankWords(unit.systemVolts, unit.bank.arrangement) },
    ...(battery?.rating === undefined
      ? []
      : [
          {
            label: pointName(point).replace(/^b/, 'B'),
            value: `${battery.rating.value} A ${battery.rating.standard}, ${battery.chemistry}`,
          },
        ]),
    { label: 'Test', value: test },
    { label: 'Method', value: PROFILES[detail.file.method.profile].title },
    ...(visit.ambientC === undefined ? [] : [{ label: 'Air', value: celsiusText(visit.ambientC) }]),
    ...(rest?.step === 'battery.openCircuit' && atRest !== null
      ? [{ label: `At rest, ${VERDICT_WORDS[atRest.verdict]}`, value: `${rest.volts.toFixed(2)} V` }]
      : []),
    { label: longNowText(new Date(now)), value: visit.technician },
  ];
  return (
    <TitleBlock
      plate={unit.id}
      about={test}
      lines={[unit.description]}
      cells={cells}
      end={
        <>
          <DeviceKeys />
          <EndLink to={`/visits/${visit.id}/summary`}>Leave step</EndLink>
        </>
      }
    />
  );
};

const Circuit = styled.main`
  .on-phone {
    display: none;
  }
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 0 1.5rem;
  padding: 0.8rem 1.5rem 1rem;
  min-height: calc(100dvh - 62px);
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr) 320px;
  }
  ${PHONE} {
    display: flex;
    flex-direction: column;
    padding: 0.5rem 0.9rem 3rem;
    gap: 0.6rem;
    .on-phone {
      display: block;
    }
  }
`;
const Drawn = styled.section`
  min-width: 0;
  display: flex;
  flex-direction: column;
  gap: 0.7rem;
  .strip {
    display: none;
  }
  ${PHONE} {
    display: contents;
    .whole {
      display: none;
    }
    .strip {
      display: block;
      border-bottom: 1px solid var(--rule);
      order: 1;
    }
    > * {
      order: 3;
    }
  }
`;
const Entry = styled(Work)`
  ${PHONE} {
    order: 2;
  }
`;

/** The sheet of a step on the unit's circuit: the path drawing at the left with what to do below, the entry at the right. */
export const CircuitFrame = ({
  detail,
  judged,
  step,
  point,
  test,
  leads,
  caution,
  below,
  children,
}: {
  detail: VisitDetail;
  judged: Judged;
  step: string;
  point: string;
  test: string;
  leads?: Leads | undefined;
  caution: string | null;
  below: ReactNode;
  children: ReactNode;
}) => {
  const navigate = useNavigate();
  const { unit, visit } = detail.file;
  const layout = useMemo(() => pathLayout(unit), [unit]);
  const drawing = {
    unit,
    faces: pathFaces(layout, judged),
    batteries: bankFaces(judged),
    leads,
    current: `${step}@${point}`,
    onPress: (toStep: string, toPoint: string) => void navigate(placePath(visit.id, { step: toStep, point: toPoint })),
  };
  return (
    <>
      <StepTitle detail={detail} judged={judged} point={point} test={test} />
      <StepBeforeStrip />
      <Circuit>
        <Drawn>
          <div className="whole">
            <PathDrawing {...drawing} />
          </div>
          <div className="strip">
            <PathDrawing {...drawing} crop onPress={undefined} />
          </div>
          {below}
          {caution === null ? null : <Hazard>{caution}</Hazard>}
        </Drawn>
        <Entry>{children}</Entry>
      </Circuit>
    </>
  );
};

/** The sheet of a step with a drawing of its own at the left and the entry at the right. */
export const DrawnFrame = ({
  detail,
  judged,
  point,
  test,
  caution,
  drawing,
  strip,
  below,
  children,
}: {
  detail: VisitDetail;
  judged: Judged;
  point: string;
  test: string;
  caution: string | null;
  drawing: ReactNode;
  /** What stands in for the drawing on a phone. */
  strip: ReactNode;
  below: ReactNode;
  children: ReactNode;
}) => (
  <>
    <StepTitle detail={detail} judged={judged} point={point} test={test} />
    <StepBeforeStrip />
    <Circuit>
      <Drawn>
        <div className="whole">{drawing}</div>
        <div className="strip">{strip}</div>
        {below}
        {caution === null ? null : <Hazard>{caution}</Hazard>}
      </Drawn>
      <Entry>{children}</Entry>
    </Circuit>
  </>
);

/** The sheet of one step: title block, the work at the left, the bank and the leads at the right. */
export const VisitFrame = ({
  detail,
  judged,
  point,
  test,
  live,
  caution,
  side,
  children,
}: {
  detail: VisitDetail;
  judged: Judged;
  point: string;
  test: string;
  live?: boolean;
  caution: string | null;
  side: ReactNode;
  children: ReactNode;
}) => {
  const navigate = useNavigate();
  const { unit, visit } = detail.file;
  return (
    <>
      <StepTitle detail={detail} judged={judged} point={point} test={test} />
      <StepBeforeStrip />
      <Columns>
        <Work>
          <BankStrip
            faces={bankFaces(judged)}
            point={point}
            pathTo={(position) => `/visits/${visit.id}/battery.openCircuit/${position}`}
          />
          {children}
        </Work>
        <Side>
          <OnDesk>
            <BankDrawing
              bank={unit.bank}
              faces={bankFaces(judged)}
              live={live === true ? point : undefined}
              onPress={
                live === true
                  ? undefined
                  : (position) => void navigate(`/visits/${visit.id}/battery.openCircuit/${position}`)
              }
            />
          </OnDesk>
          {side}
          {caution === null ? null : <Hazard>{caution}</Hazard>}
        </Side>
      </Columns>
    </>
  );
};
