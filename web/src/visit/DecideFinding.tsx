import type { VisitDetail } from '@vaktman/contract';
import {
  actionsFor,
  batteriesAt,
  batteryTemperature,
  positions,
  present,
  type Finding,
  type Fitting,
  type PartFitting,
} from '@vaktman/core';
import { useState } from 'react';
import styled from 'styled-components';
import { v7 } from 'uuid';
import { AskReason } from '../control/AskReason';
import { instantNow } from '../control/dates';
import { Key, PrimaryKey } from '../control/Key';
import { RadioList } from '../control/RadioList';
import { PHONE } from '../theme/screen';
import { BatteryFitting } from './BatteryFitting';
import { ChangeCosts } from './ChangeCosts';
import { FittedPart, partPlaceOf } from './FittedPart';
import { RechargeAdvice } from './RechargeAdvice';
import { useRecorder, type Judged } from './useVisit';

const Keys = styled.div`
  display: grid;
  grid-template-columns: 1.4fr 1fr 1fr;
  gap: 0.7rem;
  max-width: 46rem;
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;

/** What may be done about a finding, and the keys that say it is done, planned or left. */
export const DecideFinding = ({
  detail,
  judged,
  finding,
  explains,
}: {
  readonly detail: VisitDetail;
  readonly judged: Judged;
  readonly finding: Finding;
  /** Findings of the same cause, as code@subject: they are tested again with it. */
  readonly explains: readonly string[];
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
  const replaced =
    action.kind === 'replace' ? batteriesAt(file.unit, action.point).map(({ position }) => position) : [];
  const partAt = action.kind === 'replace' ? partPlaceOf(file.unit, finding) : null;
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
  const battery = file.unit.bank.batteries.find(({ position }) => position === action.point);
  return (
    <>
      <RadioList
        label="What to do about it"
        value={action.words}
        onChange={(words) => {
          setChosen(words);
          // What was begun to be told of a new part is of the way that was left.
          setFitting(false);
        }}
        options={actions.map(({ words }) => [words, words] as const)}
      />
      {action.kind === 'replace' && at.length > 1 && at.includes(finding.subject) ? (
        <ChangeCosts unit={file.unit} position={finding.subject} />
      ) : null}
      {action.kind === 'recharge' && battery !== undefined ? (
        <RechargeAdvice
          battery={battery}
          chargePercent={judged.judgement.figures[battery.position]?.stateOfChargePercent ?? null}
          limits={judged.outcomes.facts.limits}
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
        <BatteryFitting unit={file.unit} at={replaced} save={done} close={() => setFitting(false)} />
      ) : (
        <Keys>
          <PrimaryKey stays onPress={() => (replaced.length > 0 || partAt !== null ? setFitting(true) : done())}>
            It is done
          </PrimaryKey>
          <Key
            stays
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
    </>
  );
};
