import type { Unit } from '@vaktman/core';
import { BankDrawing } from '../drawing/BankDrawing';
import { PathDrawing } from '../drawing/PathDrawing';

const NO_FACES = { stretches: {}, joints: {} };

/** The unit as typed so far, drawn as it is wired. */
export const DrawnUnit = ({ unit: drawn }: { unit: Unit | null }) => (
  <>
    <h2>As it is wired</h2>
    {drawn === null ? (
      <p>The drawing follows once the entries fit together.</p>
    ) : (
      <>
        <BankDrawing
          bank={drawn.bank}
          faces={Object.fromEntries(
            drawn.bank.batteries.map(({ position, make }) => [
              position,
              { value: null, unit: '', note: make ?? '', mark: null },
            ]),
          )}
        />
        <PathDrawing unit={drawn} faces={NO_FACES} batteries={{}} />
      </>
    )}
  </>
);
