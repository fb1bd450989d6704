import { type VisitId, figure, ownLoads, ownLoadSum, type Unit } from '@vaktman/core';
import { useState } from 'react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import styled from 'styled-components';
import * as z from 'zod';
import { keep, loadKept } from '../../device/kept';

const Ticks = styled(ToggleButtonGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  button {
    font: inherit;
    font-weight: 620;
    color: inherit;
    min-height: 48px;
    padding: 0 0.7rem;
    background: var(--raised);
    border: 1.6px solid var(--rule);
    cursor: pointer;
  }
  button[data-selected] {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
  }
  button[data-focus-visible] {
    outline: 3px solid var(--steel);
    outline-offset: 2px;
  }
`;

/** The machine's own loads as a tick list, with what they draw together. */
export const OwnLoads = ({ visitId, unit }: { readonly visitId: VisitId; readonly unit: Unit }) => {
  const key = `vaktman.loads.${visitId}`;
  const [on, setOn] = useState<ReadonlySet<string>>(
    () => new Set(loadKept(sessionStorage, key, z.array(z.string()), [])),
  );
  const { amps, share } = ownLoadSum(unit, on);
  return (
    <section aria-label="Own loads">
      <p>
        Own loads on: <strong>about {figure(amps, 0)} A</strong>
        {share === null ? '' : `, ${figure(100 * share, 0)} % of the plate`}
      </p>
      <Ticks
        aria-label="Own loads that are on"
        selectionMode="multiple"
        selectedKeys={on}
        onSelectionChange={(keys) => {
          const next = new Set([...keys].map(String));
          setOn(next);
          keep(sessionStorage, key, [...next]);
        }}
      >
        {ownLoads(unit).map(({ id, words, amps: own }) => (
          <ToggleButton key={id} id={id}>
            {words}, {own} A
          </ToggleButton>
        ))}
      </Ticks>
    </section>
  );
};
