import type { VisitId, VisitFile } from '@vaktman/core';
import { useState } from 'react';
import { Key, QuietKey } from '../../control/Key';
import { useBurst } from '../../feed/useBurst';
import { useSimulated } from '../../practice/useSimulated';
import { askBench } from '../../practice/workerBench';
import { useAppSelector } from '../../store';

/** Listens for a crank that a connected oscilloscope catches whole. */
export const BurstKey = ({
  visitId,
  point,
  take,
}: {
  readonly visitId: VisitId;
  readonly point: string;
  readonly take: (file: File) => void;
}) => {
  const practice = useAppSelector((state) => state.practice.visits[visitId] !== undefined);
  const [open, setOpen] = useState(false);
  const burst = useBurst(visitId, point, open, (file) => {
    setOpen(false);
    take(file);
  });
  if (practice) return null;
  if (!open) return <QuietKey onPress={() => setOpen(true)}>Listen to the instruments</QuietKey>;
  return (
    <div role="status">
      <p>
        {burst.note ??
          (burst.percent === null ? 'Listening: crank when the scope is armed.' : `Coming in: ${burst.percent} %`)}
      </p>
      <Key onPress={() => setOpen(false)}>Listen no more</Key>
    </div>
  );
};

/** In a practice visit: cranks the simulated machine. Nothing in a real one. */
export const SimulatedCrank = ({ file, take }: { readonly file: VisitFile; readonly take: (file: File) => void }) => {
  const scenario = useSimulated(file);
  if (scenario === null) return null;
  return (
    <Key
      onPress={async () => {
        const samples = await askBench((bench) => bench.trace(scenario));
        take(new File([samples], `${file.unit.id}, simulated.csv`));
      }}
    >
      Crank the simulated machine
    </Key>
  );
};
