import { pointName, type ReadStep, type Unit } from '@vaktman/core';
import { caseLeakSpec, conductanceSpec, starterLoadSpec } from './batterySpecs';
import {
  chargeDropSpec,
  fieldSpec,
  outputSpec,
  rechargeSpec,
  rippleSpec,
  riseSpec,
  runningVoltsSpec,
} from './chargingSpecs';
import { fullFieldSpec, fuseSpec, idleSpec, regulatorSpec, standingSpec } from './idleSpecs';
import type { MeasureSpec, MeasureStepName } from './spec';
import {
  controlSpec,
  crankVoltsSpec,
  jointSpec,
  linkSpec,
  motorSpec,
  solenoidSpec,
  starterDropSpec,
  switchSpec,
} from './startingSpecs';
import { fixedLoadSpec, milliohmSpec, testerSpec } from './testerSpecs';

/** How a step is measured at a point of this unit. */
export const measureSpec = (
  unit: Unit,
  step: MeasureStepName,
  point: string,
  batteryC: number | null = null,
  known: { readonly firstMilliohms?: number } = {},
): MeasureSpec => {
  switch (step) {
    case 'look.fuse':
      return fuseSpec(unit, point);
    case 'battery.tester':
      return testerSpec(unit, point);
    case 'battery.milliohm':
      return milliohmSpec(unit, point, known.firstMilliohms);
    case 'battery.fixedLoad':
      return fixedLoadSpec(unit, point);
    case 'start.link':
      return linkSpec(unit, point);
    case 'start.switch':
      return switchSpec(unit, point);
    case 'charge.standing':
      return standingSpec(unit, point);
    case 'charge.idle':
      return idleSpec(unit);
    case 'charge.fullField':
      return fullFieldSpec(unit, point);
    case 'charge.regulator':
      return regulatorSpec(unit, point);
    case 'battery.caseLeak':
      return caseLeakSpec(unit, point);
    case 'battery.conductance':
      return conductanceSpec(unit, point);
    case 'battery.starterLoad':
      return starterLoadSpec(unit, batteryC);
    case 'start.drop':
      return starterDropSpec(unit, point);
    case 'start.crankVolts':
      return crankVoltsSpec(unit, point);
    case 'start.joint':
      return jointSpec(unit, point, pointName(point));
    case 'start.solenoid':
      return solenoidSpec(unit, point);
    case 'start.motor':
      return motorSpec(unit, point);
    case 'start.control':
      return controlSpec(unit, point);
    case 'charge.volts':
      return runningVoltsSpec(unit, point);
    case 'charge.rise':
      return riseSpec(unit);
    case 'charge.drop':
      return chargeDropSpec(unit, point);
    case 'charge.output':
      return outputSpec(unit, point);
    case 'charge.recharge':
      return rechargeSpec(unit, point);
    case 'charge.ripple':
      return rippleSpec(unit, point);
    case 'charge.field':
      return fieldSpec(unit);
  }
};

const OWN_SCREEN: readonly ReadStep[] = [
  'battery.drain',
  'battery.drainCircuit',
  'battery.openCircuit',
  'battery.load',
  'battery.hydrometer',
  'run.volts',
  'start.trace',
  'start.walk',
];

/** True for steps whose readings are typed on the common measuring sheet. */
export const isMeasureStep = (step: ReadStep): step is MeasureStepName =>
  (step === 'look.fuse' || !step.startsWith('look.')) && !OWN_SCREEN.includes(step);
