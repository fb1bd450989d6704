import * as z from 'zod';
import { caseLeakReading } from '../battery/caseLeak';
import { conductanceReading } from '../battery/conductance';
import { hydrometerReading } from '../battery/hydrometer';
import { loadReading } from '../battery/loadReading';
import { openCircuitReading } from '../battery/openCircuitReading';
import { starterLoadReading } from '../battery/starterLoad';
import { chargeDropReading } from '../charging/chargeDrop';
import { fieldReading } from '../charging/field';
import { outputReading } from '../charging/output';
import { rechargeReading } from '../charging/recharge';
import { riseReading } from '../charging/rise';
import { rippleReading } from '../charging/ripple';
import { runningVoltsReading } from '../charging/runningVoltsReading';
import {
  lookAlternatorReading,
  lookBeltReading,
  lookCaseReading,
  lookJointReading,
  lookLampReading,
} from '../look/look';
import { crankVoltsReading } from '../starting/crankVolts';
import { jointReading } from '../starting/joint';
import { starterDropReading } from '../starting/starterDrop';
import { controlReading, motorReading, solenoidReading } from '../starting/starterUnit';
import { walkReading } from '../starting/walkReading';

/** One reading of any step. Facts: taken once, kept for good, judged anew whenever asked. */
export const readingSchema = z.discriminatedUnion('step', [
  lookBeltReading,
  lookAlternatorReading,
  lookJointReading,
  lookCaseReading,
  lookLampReading,
  openCircuitReading,
  hydrometerReading,
  caseLeakReading,
  conductanceReading,
  loadReading,
  starterLoadReading,
  crankVoltsReading,
  starterDropReading,
  jointReading,
  solenoidReading,
  motorReading,
  controlReading,
  walkReading,
  runningVoltsReading,
  riseReading,
  chargeDropReading,
  outputReading,
  rechargeReading,
  rippleReading,
  fieldReading,
]);
export type Reading = z.infer<typeof readingSchema>;
export type ReadStep = Reading['step'];
export type ReadingAt<Step extends ReadStep> = Extract<Reading, { step: Step }>;

/** Every step that is judged: those that are read, and the ladder that is added up from readings. */
export type JudgedStep = ReadStep | 'start.ladder';
