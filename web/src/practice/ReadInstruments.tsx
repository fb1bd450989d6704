import type { Reading, VisitFile } from '@vaktman/core';
import { useState } from 'react';
import { Key } from '../control/Key';
import { useSimulated } from './useSimulated';
import { askBench } from './workerBench';

/** In a practice visit: takes what the simulated instruments show at this step. Nothing in a real one. */
export const ReadInstruments = ({
  file,
  step,
  point,
  way = null,
  take,
}: {
  file: VisitFile;
  step: string;
  point: string;
  /** With the pile or while cranking, where a step is read both ways. */
  way?: string | null;
  take: (reading: Reading) => void;
}) => {
  const scenario = useSimulated(file);
  const [nothing, setNothing] = useState(false);
  if (scenario === null) return null;
  const read = async (): Promise<void> => {
    const reading = await askBench((bench) => bench.reading(scenario, step, point, way));
    setNothing(reading === null);
    if (reading !== null) take(reading);
  };
  return (
    <>
      <Key onPress={() => read()}>Read the simulated instruments</Key>
      {nothing ? <p role="alert">The simulated machine shows nothing here.</p> : null}
    </>
  );
};
