import { faultsAfterRepairs, isChargeOf, isReplacementOf, type ScenarioFile, type VisitFile } from '@vaktman/core';
import { useMemo } from 'react';
import { useAppSelector } from '../store';

const CHARGED_PERCENT = 98;

/** The simulated machine of a practice visit as its repairs and charges have left it; null in a real visit. */
export const useSimulated = (file: VisitFile): ScenarioFile | null => {
  const scenario = useAppSelector((state) => state.practice.visits[file.visit.id]);
  return useMemo(() => {
    if (scenario === undefined) return null;
    const repairs = file.repairs ?? [];
    const charged = Object.fromEntries(
      file.unit.bank.batteries.flatMap(({ position }) =>
        repairs.some(
          (repair) => isChargeOf(repair, file.unit, position) || isReplacementOf(repair, file.unit, position),
        )
          ? [[position, CHARGED_PERCENT]]
          : [],
      ),
    );
    const { stateOfChargePercent: before } = scenario;
    return {
      ...scenario,
      unit: file.unit,
      stateOfChargePercent: {
        ...(typeof before === 'number'
          ? Object.fromEntries(file.unit.bank.batteries.map(({ position }) => [position, before]))
          : before),
        ...charged,
      },
      faults: faultsAfterRepairs(file.unit, scenario.faults, repairs),
    };
  }, [scenario, file]);
};
