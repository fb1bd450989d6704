import { tidy } from '../quantity/compare';
import { chargedAfterS, rippleAmpsRms } from './crankFigures';
import type { TraceRead } from './readTrace';

/** What a reading keeps of a trace: its figures, each only where it was found. */
export interface TraceFacts {
  readonly restVolts?: number;
  readonly inrushLowVolts?: number;
  readonly inrushAmps?: number;
  readonly bounces?: number;
  readonly plateauVolts?: number;
  readonly plateauAmps?: number;
  readonly crankRpm?: number;
  readonly crankedSeconds?: number;
  readonly fired?: boolean;
  readonly chargeVolts?: number;
  readonly chargeAmps?: number;
  readonly chargeSeconds?: number;
  readonly rippleHz?: number;
  readonly rippleVoltsRms?: number;
  readonly rippleAmpsRms?: number;
  readonly cylinders?: { cylinder: number; percent: number; spreadPercent: number; mostPercent: number }[];
  readonly notes?: string[];
}

const MOST_NOTES = 40;
const LONGEST_NOTE = 200;

/** What is kept of a trace with the visit, apart from its samples. */
export const traceFacts = ({ answer, crank, humps }: TraceRead): TraceFacts => {
  const { figures, notes } = answer;
  const { events, stepS, volts } = crank;
  const short = (value: number): number => tidy(Number(value.toPrecision(4)));
  const found: Record<string, number | null> = {
    restVolts: figures.restVolts,
    inrushLowVolts: figures.inrushLowVolts,
    inrushAmps: figures.inrushAmps,
    bounces: figures.bounces,
    plateauVolts: figures.plateauVolts,
    plateauAmps: figures.plateauAmps,
    crankRpm: figures.crankRpm,
    crankedSeconds: events.closedAt === null ? null : ((events.endedAt ?? volts.length) - events.closedAt) * stepS,
    chargeVolts: figures.chargeVolts,
    chargeAmps: figures.chargeAmps,
    chargeSeconds: chargedAfterS(crank),
    rippleHz: figures.rippleHz,
    rippleVoltsRms: figures.rippleVoltsRms,
    rippleAmpsRms: figures.rippleHz === null ? null : rippleAmpsRms(crank, figures.rippleHz),
  };
  return {
    ...Object.fromEntries(
      Object.entries(found).flatMap(([name, value]) => (value === null ? [] : [[name, short(value)]])),
    ),
    ...(events.closedAt === null ? {} : { fired: events.fired }),
    ...(humps.length === 0
      ? {}
      : {
          cylinders: humps.map(({ cylinder, percent, spreadPercent, mostPercent }) => ({
            cylinder,
            percent: short(percent),
            spreadPercent: short(spreadPercent),
            mostPercent: short(mostPercent),
          })),
        }),
    ...(notes.length === 0 ? {} : { notes: notes.slice(0, MOST_NOTES).map((note) => note.slice(0, LONGEST_NOTE)) }),
  };
};
