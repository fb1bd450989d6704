import { ampsText, figure, type DrainSection, type PulledStep } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../../control/Words';
import { Figure } from '../../control/Figure';
import { Mark } from '../../control/Mark';
import { PHONE } from '../../theme/screen';

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 1.1rem;
  th {
    text-align: left;
    font-weight: 500;
    font-size: 0.95rem;
    color: var(--ink-2);
    border-bottom: 2px solid var(--ink);
    padding: 0.2rem 0.5rem 0.2rem 0;
  }
  td {
    border-bottom: 1px solid var(--rule);
    padding: 0.35rem 0.5rem 0.35rem 0;
    height: 34px;
  }
  .number {
    text-align: right;
    white-space: nowrap;
  }
  .guilty {
    color: var(--failed);
    font-weight: 700;
    font-size: 1.25rem;
  }
  .bars {
    width: 42%;
    position: relative;
  }
  ${PHONE} {
    .bars,
    .before {
      display: none;
    }
  }
`;
const Bar = styled.span<{ $from: number; $to: number; $shade: string }>`
  position: absolute;
  top: 22%;
  bottom: 22%;
  left: ${({ $from }) => $from}%;
  width: ${({ $from, $to }) => Math.max(0.6, $to - $from)}%;
  background: ${({ $shade }) => $shade};
  border: 1px solid var(--ink);
`;
const Allowed = styled.span<{ $at: number }>`
  position: absolute;
  top: 0;
  bottom: 0;
  left: ${({ $at }) => $at}%;
  border-left: 3px solid var(--failed);
`;

/** From what the bank gave when it came in down to what is allowed, circuit by circuit, on one axis of amperes. */
export const DrainFall = ({ section }: { readonly section: DrainSection }) => {
  const { wholeAmps, allowedAmps, steps } = section;
  if (wholeAmps === null) return null;
  const most = 1.05 * Math.max(wholeAmps, allowedAmps, ...steps.map(({ beforeAmps }) => beforeAmps));
  const share = (amps: number): number => (100 * Math.max(0, amps)) / most;
  const row = (step: PulledStep) => (
    <tr key={step.point}>
      <td className={step.guilty ? 'guilty' : ''}>{step.name}</td>
      <td className="bars">
        <Bar
          $from={share(Math.min(step.beforeAmps, step.afterAmps))}
          $to={share(Math.max(step.beforeAmps, step.afterAmps))}
          $shade={step.guilty ? 'var(--failed)' : 'var(--ink)'}
        />
        <Allowed $at={share(allowedAmps)} />
      </td>
      <td className="number before">
        <Words>{figure(step.beforeAmps, 2)}</Words>
      </td>
      <td className="number">
        <Words>{figure(step.afterAmps, 2)}</Words>
      </td>
      <td className={step.guilty ? 'number guilty' : 'number'}>
        <Figure text={figure(step.takesAmps, 2)} />
      </td>
      <td>{step.guilty ? <Mark kind="failed" /> : null}</td>
    </tr>
  );
  return (
    <Table aria-label="What each circuit takes">
      <thead>
        <tr>
          <th scope="col">Circuit pulled</th>
          <th scope="col" className="bars">
            <Words>{`0 to ${ampsText(most)}, allowed ${ampsText(allowedAmps)}`}</Words>
          </th>
          <th scope="col" className="number before">
            before
          </th>
          <th scope="col" className="number">
            after
          </th>
          <th scope="col" className="number">
            takes, A
          </th>
          <th scope="col">
            <span hidden>Verdict</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td>Everything plugged</td>
          <td className="bars">
            <Bar $from={0} $to={share(wholeAmps)} $shade="var(--shade)" />
            <Allowed $at={share(allowedAmps)} />
          </td>
          <td className="before" />
          <td className="number">
            <Words>{figure(wholeAmps, 2)}</Words>
          </td>
          <td />
          <td />
        </tr>
        {steps.map(row)}
      </tbody>
    </Table>
  );
};
