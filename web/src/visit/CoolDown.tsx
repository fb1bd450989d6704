import { useState } from 'react';
import type { CoolDown as Cooling } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { clockText } from '../clock/clockSlice';
import { useNow } from '../clock/useNow';
import { AskReason } from '../control/AskReason';
import { Key } from '../control/Key';

const Panel = styled.div`
  display: grid;
  gap: 0.8rem;
  border-left: 10px solid var(--notyet);
  padding-left: 1rem;
  p {
    font-size: 1.15rem;
  }
  .figure {
    font-size: 5rem;
    line-height: 1;
  }
`;

/** Holds a load or crank back until what carried the last one has cooled; going on all the same is recorded. */
export const CoolDown = ({ cooling, override }: { cooling: Cooling; override: (reason: string) => void }) => {
  const [asking, setAsking] = useState(false);
  const now = useNow(500);
  const left = Math.max(0, Math.ceil((cooling.untilMs - now) / 1000));
  return (
    <Panel>
      <h2>Let it cool</h2>
      <p className="figure" role="timer" aria-label="Cooling">
        {clockText(left)}
      </p>
      <p>
        <Words>{cooling.because}</Words>
      </p>
      <Key onPress={() => setAsking(true)}>Go on all the same</Key>
      {asking ? (
        <AskReason
          title="Go on without cooling"
          words="Heat ages battery, pile and starter. The reason is kept with the visit."
          usual={['another battery, pile still cool', 'cranked only for a moment', 'cold day, parts are cold']}
          saveWords="Go on"
          save={(reason) => {
            setAsking(false);
            override(reason);
          }}
          close={() => setAsking(false)}
        />
      ) : null}
    </Panel>
  );
};
