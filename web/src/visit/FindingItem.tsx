import type { VisitDetail } from '@vaktman/contract';
import {
  type Fitting,
  type PartFitting,
  actionsFor,
  batteryTemperature,
  findingWords,
  pointName,
  positions,
  readingText,
  SEVERITY_WORDS,
  stepTitle,
  type Action,
  type Finding,
  present,
} from '@vaktman/core';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { Words } from '../control/Words';
import { AskReason } from '../control/AskReason';
import { instantNow } from '../control/dates';
import { Key, PrimaryKey } from '../control/Key';
import { Mark } from '../control/Mark';
import { RadioList } from '../control/RadioList';
import { PictureKey } from '../picture/PictureKey';
import { Pictures } from '../picture/Pictures';
import { PHONE } from '../theme/screen';
import { BatteryFitting } from './BatteryFitting';
import { FittedPart, partPlaceOf } from './FittedPart';
import { ChangeCosts } from './ChangeCosts';
import { CauseSheet } from './CauseSheet';
import { placePath } from './nextPlace';
import { RechargeAdvice } from './RechargeAdvice';
import { SEVERITY_MARK } from './severityMark';
import { useRecorder, type Judged } from './useVisit';

const Item = styled.li`
  border-top: 2px solid var(--ink);
  padding: 0.8rem 0 1.1rem;
  display: grid;
  gap: 0.5rem;
  h3 {
    font-size: 1.6rem;
    display: flex;
    flex-wrap: wrap;
    gap: 0.3rem 1rem;
    align-items: center;
  }
  > p {
    font-size: 1.12rem;
    max-width: 52rem;
  }
  .decided {
    font-weight: 680;
  }
`;
const Evidence = styled.dl`
  display: grid;
  grid-template-columns: 5.6rem 1fr;
  gap: 0.15rem 0.8rem;
  dt {
    color: var(--ink-2);
  }
  li {
    min-height: 1.7rem;
  }
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: 1.4fr 1fr 1fr;
  gap: 0.7rem;
  max-width: 46rem;
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;

const NOTHING: readonly string[] = [];

const isBatteryReplacement = (action: Action, positionsOfUnit: readonly string[]): boolean =>
  action.kind === 'replace' && (action.point === 'bank' || positionsOfUnit.includes(action.point));

/** What was decided about a finding so far, newest last. */
const decisionsOf = ({ events }: VisitDetail, key: string): string[] =>
  events.flatMap((event) => {
    if (event.kind === 'planned' && event.finding === key) return [`To do: ${event.action} (${event.by})`];
    if (event.kind === 'refused' && event.finding === key) return [`Nothing done: ${event.reason} (${event.by})`];
    if (event.kind === 'repaired' && event.repair.closes?.includes(key) === true)
      return [`Done: ${event.repair.action} (${event.by}). The same test decides.`];
    return [];
  });

/** One finding with what speaks for and against it, and what may be done about it. */
export const FindingItem = ({
  detail,
  judged,
  finding,
  explains = NOTHING,
  children,
}: {
  detail: VisitDetail;
  judged: Judged;
  finding: Finding;
  /** Findings of the same cause, as code@subject: they are tested again with it. */
  explains?: readonly string[];
  children?: ReactNode;
}) => {
  const { file } = detail;
  const visitId = file.visit.id;
  const recorder = useRecorder(visitId, file.visit.technician);
  const key = `${finding.code}@${finding.subject}`;
  const actions = actionsFor(finding);
  const [chosen, setChosen] = useState(actions[0]?.words ?? '');
  const [asking, setAsking] = useState(false);
  const [fitting, setFitting] = useState(false);
  const action = actions.find(({ words }) => words === chosen) ?? present(actions[0]);
  const at = positions(file.unit);
  const partAt = action.kind === 'replace' ? partPlaceOf(file.unit, finding) : null;
  const byId = new Map(file.readings.map((reading) => [reading.id, reading]));
  const done = (fitted?: Fitting[], part?: PartFitting): Promise<void> =>
    recorder
      .event({
        kind: 'repaired',
        repair: {
          id: v7(),
          at: instantNow(),
          point: action.point,
          action: action.words,
          kind: action.kind,
          closes: [key, ...explains],
        },
        ...(fitted === undefined ? {} : { fitted }),
        ...(part === undefined ? {} : { part }),
      })
      .then(() => setFitting(false));
  const evidence = (ids: readonly string[]) => (
    <ul>
      {ids.length === 0 ? <li>nothing read</li> : null}
      {ids.map((id) => {
        const reading = byId.get(id);
        return reading === undefined ? null : (
          <li key={id}>
            <Link to={placePath(visitId, reading)}>
              {stepTitle(reading.step)}, {pointName(reading.point)}
            </Link>
            : {readingText(reading)}
          </li>
        );
      })}
    </ul>
  );
  const battery = file.unit.bank.batteries.find(({ position }) => position === action.point);
  return (
    <Item>
      <h3>
        <Mark kind={SEVERITY_MARK[finding.severity]} word={SEVERITY_WORDS[finding.severity]} />
        {findingWords(finding.code, finding.subject)}
      </h3>
      <p>
        <Words>{finding.because}</Words>
      </p>
      <Evidence>
        <dt>For it</dt>
        <dd>{evidence(finding.evidence.for)}</dd>
        {finding.evidence.against.length === 0 ? null : (
          <>
            <dt>Against it</dt>
            <dd>{evidence(finding.evidence.against)}</dd>
          </>
        )}
      </Evidence>
      {children}
      {finding.code === 'cause.owed' ? (
        <CauseSheet judged={judged} visitId={visitId} subject={finding.subject} />
      ) : null}
      <div>
        <PictureKey detail={detail} step="finding" point={finding.subject} />
        <Pictures detail={detail} point={finding.subject} />
      </div>
      {decisionsOf(detail, key).map((words) => (
        <p key={words} className="decided">
          {words}
        </p>
      ))}
      <RadioList
        label="What to do about it"
        value={action.words}
        onChange={setChosen}
        options={actions.map(({ words }) => [words, words] as const)}
      />
      {action.kind === 'replace' && at.length > 1 && at.includes(finding.subject) ? (
        <ChangeCosts unit={file.unit} position={finding.subject} />
      ) : null}
      {action.kind === 'recharge' && battery !== undefined ? (
        <RechargeAdvice
          battery={battery}
          chargePercent={judged.judgement.figures[battery.position]?.stateOfChargePercent ?? 50}
          celsius={batteryTemperature(judged.outcomes.facts, battery.position, null).celsius}
          unitId={file.unit.id}
          visitId={visitId}
        />
      ) : null}
      {fitting && partAt !== null ? (
        <FittedPart
          unit={file.unit}
          place={partAt}
          save={(part) => done(undefined, part)}
          close={() => setFitting(false)}
        />
      ) : fitting ? (
        <BatteryFitting
          unit={file.unit}
          at={action.point === 'bank' ? at : [action.point]}
          save={done}
          close={() => setFitting(false)}
        />
      ) : (
        <Keys>
          <PrimaryKey onPress={() => (isBatteryReplacement(action, at) || partAt !== null ? setFitting(true) : done())}>
            It is done
          </PrimaryKey>
          <Key
            onPress={() => recorder.event({ kind: 'planned', finding: key, action: action.words, point: action.point })}
          >
            To do later
          </Key>
          <Key onPress={() => setAsking(true)}>Do nothing</Key>
        </Keys>
      )}
      {asking ? (
        <AskReason
          title="Do nothing about it"
          words="The finding stays open. The reason is kept with the visit."
          usual={['machine is needed now', 'part is not here', 'lead hand decides', 'watched until the next visit']}
          saveWords="Leave it"
          save={(reason) => recorder.event({ kind: 'refused', finding: key, reason }).then(() => setAsking(false))}
          close={() => setAsking(false)}
        />
      ) : null}
    </Item>
  );
};
