export * from './quantity/cable';
export * from './quantity/clamp';
export * from './quantity/compare';
export * from './quantity/display';
export * from './quantity/interpolate';
export * from './quantity/rating';
export * from './quantity/sanity';
export * from './method/book';
export * from './method/limit';
export * from './method/limitWords';
export * from './method/overrides';
export * from './method/profile';
export * from './unit/arrangement';
export * from './unit/bank';
export * from './unit/bankLayout';
export * from './unit/pathLayout';
export * from './unit/points';
export * from './unit/unit';
export * from './battery/bankMatch';
export * from './battery/chargingPlan';
export * from './battery/figures';
export * from './battery/hydrometer';
export * from './battery/loadLimit';
export * from './battery/loadTest';
export * from './battery/openCircuit';
export * from './battery/starterLoad';
export * from './battery/stateOfCharge';
export * from './capture/capture';
export * from './capture/feedLine';
export * from './circuit/alternatorModel';
export * from './circuit/batteryModel';
export * from './circuit/crank';
export * from './circuit/fault';
export * from './circuit/instrument';
export * from './circuit/machine';
export * from './circuit/network';
export * from './circuit/operatingPoint';
export * from './circuit/random';
export * from './circuit/ripple';
export * from './circuit/running';
export * from './circuit/simulateVisit';
export * from './circuit/spice';
export * from './circuit/starterModel';
export * from './circuit/wiring';
export * from './practice/answer';
export * from './practice/bench';
export * from './practice/debrief';
export * from './practice/exercises';
export * from './practice/repairEffect';
export * from './starting/ladder';
export * from './starting/walk';
export * from './starting/walkLayout';
export * from './charging/recharge';
export * from './file/parseVisit';
export * from './file/problem';
export * from './file/scenarioFile';
export * from './file/visitFile';
export * from './planning/nextDue';
export * from './visit/actions';
export * from './visit/again';
export * from './visit/catalogue';
export * from './visit/pointName';
export * from './visit/conduct';
export * from './visit/coolDown';
export * from './visit/explain';
export * from './visit/facts';
export type { Finding } from './visit/findings';
export * from './visit/judge';
export * from './visit/judgement';
export * from './visit/leads';
export * from './visit/next';
export * from './visit/obligation';
export * from './visit/outcomes';
export * from './visit/precondition';
export * from './visit/reading';
export * from './visit/readingBase';
export * from './visit/readingText';
export * from './visit/retest';
export { ladderRungs, walkAnswers } from './visit/startingFacts';
export * from './visit/words';
export {
  FINDING_CODES,
  SEVERITIES,
  VERDICTS,
  type FindingCode,
  type Severity,
  type Verdict,
  type VerdictLimit,
} from './visit/verdict';
