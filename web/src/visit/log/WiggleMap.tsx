import { figure, pointName, WIGGLE_SECONDS, type Wiggle } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../../control/Words';
import { Key } from '../../control/Key';
import { Mark } from '../../control/Mark';

const Row = styled.ol`
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  li {
    flex: 1 1 8rem;
    display: grid;
    gap: 0.3rem;
    justify-items: center;
    text-align: center;
  }
  button {
    width: 100%;
    min-height: 64px;
  }
  .unmoved button {
    border-style: dashed;
  }
`;

/** The joints of the circuit in order: press one, move it for ten seconds, and what the value did is kept. */
export const WiggleMap = ({
  joints,
  wiggles,
  moving,
  press,
}: {
  readonly joints: readonly string[];
  readonly wiggles: readonly Wiggle[];
  /** The joint being moved now, and the seconds left; null while none is. */
  readonly moving: { readonly joint: string; readonly left: number } | null;
  readonly press: (joint: string) => void;
}) => (
  <section>
    <h3>
      Wiggle map <small>press a joint, move it for {WIGGLE_SECONDS} s; the value farthest out is kept</small>
    </h3>
    <Row aria-label="Joints to move">
      {joints.map((joint) => {
        const own = wiggles.filter((wiggle) => wiggle.joint === joint && wiggle.volts !== null);
        const worst = own.find(({ moved }) => moved) ?? own.at(-1);
        return (
          <li key={joint} className={worst === undefined ? 'unmoved' : ''}>
            <Key onPress={() => press(joint)} aria-label={`Move ${pointName(joint)}`}>
              {moving?.joint === joint ? `move it: ${moving.left}` : pointName(joint)}
            </Key>
            {worst?.volts == null ? (
              <Mark kind="notyet" />
            ) : (
              <>
                <span>
                  <Words>{`${figure(worst.volts, 2)} V`}</Words>
                </span>
                <Mark kind={worst.moved ? 'failed' : 'passed'} word={worst.moved ? 'it moves' : 'holds still'} />
              </>
            )}
          </li>
        );
      })}
    </Row>
  </section>
);
