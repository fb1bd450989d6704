import type { VisitId, Leads, Unit } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../../control/Words';
import { CheckBox } from '../../control/CheckBox';
import { PHONE } from '../../theme/screen';
import { ClampLine } from '../../instrument/ClampLine';
import { LeadList } from '../LeadList';
import { WaitClock } from '../WaitClock';
import { OwnLoads } from './OwnLoads';
import type { MeasureSpec } from './spec';

const How = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 0.4rem 1.6rem;
  align-items: start;
  font-size: 1.15rem;
  > div {
    display: grid;
    gap: 0.45rem;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
    font-size: 1.05rem;
    ul {
      display: none;
    }
  }
`;
/** Tests that want the machine's own loads on. */
const LOADED: ReadonlySet<string> = new Set(['charge.rise', 'charge.drop', 'charge.output', 'charge.idle']);

/** Under the drawing: what to do, where the leads go, the clock at idle, and whether it moves. */
export const MeasureHow = ({
  visitId,
  step,
  unit,
  spec,
  path,
  idlesAnew,
  before,
  leads,
  readsAmps,
  moves,
  setMoves,
}: {
  readonly visitId: VisitId;
  readonly step: string;
  readonly unit: Unit;
  readonly spec: MeasureSpec;
  readonly path: string;
  /** The engine stood since its minutes at idle were begun to be counted. */
  readonly idlesAnew: boolean;
  /** What has to be done before anything else. */
  readonly before: string | null;
  readonly leads: Leads;
  readonly readsAmps: boolean;
  readonly moves: boolean;
  readonly setMoves: (moves: boolean) => void;
}) => (
  <How>
    <div>
      {before === null ? null : (
        <strong>
          <Words>{before}</Words>
        </strong>
      )}
      {spec.how.map((line) => (
        <p key={line}>
          <Words>{line}</Words>
        </p>
      ))}
      {spec.alone === null ? null : (
        <p>
          <Words>{spec.alone}</Words>
        </p>
      )}
      {LOADED.has(step) ? <OwnLoads visitId={visitId} unit={unit} /> : null}
      {spec.idleMinutes === null ? null : (
        <WaitClock
          id={`idle:${visitId}`}
          name={`${unit.id}: idle, nothing on`}
          minutes={spec.idleMinutes}
          path={path}
          isSpent={idlesAnew}
          startWords={`It idles: start ${spec.idleMinutes} min`}
          runningWords="Idling"
          doneWords={(minutes) => `Idled ${minutes} min. Read now.`}
        />
      )}
    </div>
    <div>
      <LeadList unit={unit} leads={leads} />
      {readsAmps ? <ClampLine /> : null}
      <CheckBox words="It moves when a cable is wiggled or when warm" isSelected={moves} onChange={setMoves} />
    </div>
  </How>
);
