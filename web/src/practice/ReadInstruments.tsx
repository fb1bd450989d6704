import { faultsAfterRepairs, type Reading, type VisitFile } from '@vaktman/core';
import { useState } from 'react';
import { Key } from '../control/Key';
import { useAppSelector } from '../store';
import { startBenchWorker } from './workerBench';

let shared: ReturnType<typeof startBenchWorker> | null = null;

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
  const scenario = useAppSelector((state) => state.practice.visits[file.visit.id]);
  const [nothing, setNothing] = useState(false);
  if (scenario === undefined) return null;
  const read = async (): Promise<void> => {
    shared ??= startBenchWorker();
    const repairs = file.repairs ?? [];
    const charged = Object.fromEntries(
      file.unit.bank.batteries.flatMap(({ position }) =>
        repairs.some(
          ({ kind, point: at }) => (kind === 'recharge' || kind === 'replace') && (at === position || at === 'bank'),
        )
          ? [[position, 98]]
          : [],
      ),
    );
    const { stateOfChargePercent: before } = scenario;
    const reading = await shared.bench.reading(
      {
        ...scenario,
        unit: file.unit,
        stateOfChargePercent: {
          ...(typeof before === 'number'
            ? Object.fromEntries(file.unit.bank.batteries.map(({ position }) => [position, before]))
            : before),
          ...charged,
        },
        faults: faultsAfterRepairs(scenario.faults, repairs),
      },
      step,
      point,
      way,
    );
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
